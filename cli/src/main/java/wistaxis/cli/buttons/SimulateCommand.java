package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.buttons.Simulation;
import wistaxis.core.buttons.Trace;

@Command(name = "simulate", mixinStandardHelpOptions = true, description = "${bundle:cli.help.simulate}")
public final class SimulateCommand extends Output {
    @Option(names = "--device", required = true, paramLabel = "ID", description = "${bundle:cli.help.simulate.device}")
    private String device = "";

    @Option(names = "--trace", required = true, paramLabel = "FILE", description = "${bundle:cli.help.simulate.trace}")
    private Path trace = Path.of("");

    @Override
    public void run() {
        Simulation simulation = new Simulation(DEVICES.familyOf(device(device)));
        Simulation.Result result = simulation.run(Trace.parse(text(trace, "trace", 10), trace.getFileName().toString()));
        List<String> words = new ArrayList<>();
        for (Simulation.Sight s : result.history()) {
            words.add(String.format(Locale.ROOT, "%8.2f s  %-22s %s", s.at(), s.screen().words(),
                    t("cli.simulate.computer", "shows", s.computer().words())));
        }
        words.add(result.explanation());
        answer(result, words);
    }
}
