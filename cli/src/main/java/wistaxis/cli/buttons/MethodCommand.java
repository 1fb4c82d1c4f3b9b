package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.MethodFile;

@Command(name = "method", mixinStandardHelpOptions = true, description = "${bundle:cli.help.school}",
        subcommands = MethodCommand.Check.class, synopsisSubcommandLabel = "WHAT")
public final class MethodCommand extends Output {
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
            List<ButtonSequence> methods = MethodFile.read(text(file, "methods", 5), file.getFileName().toString());
            Progress progress = progress(t("cli.progress.methods", "n", methods.size()));
            List<MethodFile.Finding> found = new ArrayList<>();
            for (ButtonSequence method : methods) {
                found.addAll(MethodFile.attempt(method));
                progress.accept(found.size() / (double) Math.max(found.size(), methods.size()));
            }
            answer(found, found.stream().map(f -> t("cli.method.finding", "method", f.method(), "goal", f.goal(), "start", f.start(),
                    "says", f.says())).toList());
            long bad = found.stream().filter(f -> !f.lands()).count();
            if (bad > 0) {
                throw new Refusal(t("cli.method.bad", "bad", bad, "all", found.size()));
            }
        }
    }
}
