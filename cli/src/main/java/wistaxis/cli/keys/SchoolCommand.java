package wistaxis.cli.keys;

import static wistaxis.core.words.Say.t;

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

@Command(name = "method", mixinStandardHelpOptions = true, description = "${bundle:cli.help.school}",
        subcommands = SchoolCommand.Check.class, synopsisSubcommandLabel = "WHAT")
public final class SchoolCommand extends Output {
    @Override
    public void run() {
        throw new picocli.CommandLine.ParameterException(spec().commandLine(), t("cli.method.missing"));
    }

    @Command(name = "check", mixinStandardHelpOptions = true, description = "${bundle:cli.help.school.check}")
    static final class Check extends Output {
        @Parameters(index = "0", paramLabel = "FILE", description = "${bundle:cli.help.school.check.file}")
        private Path file = Path.of("");

        @Override
        public void run() {
            List<KeySequence> schools = SchoolFile.read(text(file, "methods", 5), file.getFileName().toString());
            Progress progress = progress(t("cli.progress.methods", "n", schools.size()));
            List<SchoolFile.Finding> found = new ArrayList<>();
            for (KeySequence school : schools) {
                found.addAll(SchoolFile.attempt(school));
                progress.accept(found.size() / (double) Math.max(found.size(), schools.size()));
            }
            answer(found, found.stream().map(f -> t("cli.method.finding", "method", f.school(), "goal", f.goal(), "start", f.start(),
                    "says", f.says())).toList());
            long bad = found.stream().filter(f -> !f.lands()).count();
            if (bad > 0) {
                throw new Refusal(t("cli.method.bad", "bad", bad, "all", found.size()));
            }
        }
    }
}
