package wistaxis.cli.keys;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.keys.Simulation;
import wistaxis.core.keys.Trace;

@Command(name = "simulate", mixinStandardHelpOptions = true, description = "Play a trace of key and cable events on a simulated device.")
public final class SimulateCommand extends Output {
    @Option(names = "--device", required = true, paramLabel = "ID", description = "identifier or A-number")
    private String device = "";

    @Option(names = "--trace", required = true, paramLabel = "FILE", description = "a trace in JSON, see docs/formats.md")
    private Path trace = Path.of("");

    @Override
    public void run() {
        Simulation simulation = new Simulation(DEVICES.familyOf(device(device)));
        Simulation.Result result = simulation.run(Trace.parse(text(trace, "trace", 10), trace.getFileName().toString()));
        List<String> words = new ArrayList<>();
        for (Simulation.Sight s : result.history()) {
            words.add(String.format(Locale.ROOT, "%8.2f s  %-20s host: %s", s.at(), s.screen(), s.host()));
        }
        words.add(result.explanation());
        answer(result, words);
    }
}
