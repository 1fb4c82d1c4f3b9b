package wistaxis.cli.keys;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.SchoolFile;

@Command(name = "school", mixinStandardHelpOptions = true, description = "A shop's own key sequences.",
        subcommands = SchoolCommand.Check.class, synopsisSubcommandLabel = "WHAT")
public final class SchoolCommand extends Output {
    @Override
    public void run() {
        throw new picocli.CommandLine.ParameterException(spec().commandLine(), "Missing: check");
    }

    @Command(name = "check", mixinStandardHelpOptions = true, description = "Try the sequences of a file on the key model.")
    static final class Check extends Output {
        @Parameters(index = "0", paramLabel = "FILE", description = "sequences in JSON, see docs/formats.md")
        private Path file = Path.of("");

        @Override
        public void run() {
            List<KeySequence> schools = SchoolFile.read(text(file, "school file", 5), file.getFileName().toString());
            Progress progress = progress("trying " + schools.size() + " schools");
            List<SchoolFile.Finding> found = new ArrayList<>();
            for (KeySequence school : schools) {
                found.addAll(SchoolFile.attempt(school));
                progress.accept(found.size() / (double) Math.max(found.size(), schools.size()));
            }
            answer(found, found.stream().map(f -> f.school() + ", " + f.goal() + " from " + f.start() + ": " + f.says()).toList());
            long bad = found.stream().filter(f -> !f.lands()).count();
            if (bad > 0) {
                throw new Refusal(bad + " of " + found.size() + " do not land; the file is not accepted");
            }
        }
    }
}
