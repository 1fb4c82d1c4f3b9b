package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "stage", mixinStandardHelpOptions = true, description = "${bundle:cli.help.saystage.stage}")
public final class SayStage extends Giving {
    @Parameters(index = "1", paramLabel = "NAME", description = "${bundle:cli.help.saystage.stage.name}")
    private String stage = "";

    @Option(names = "--written", paramLabel = "VERSION", description = "${bundle:cli.help.saystage.stage.written}")
    private @Nullable String written;

    @Override
    Command command(Ticket ticket) {
        if (ticket.running()) {
            return new Command.ReachStage(stage, written);
        }
        if (written != null) {
            throw new BadInput(t("cli.ticket.written", "version", Shown.value(written)));
        }
        return new Command.StartRestore(stage.equals("download"));
    }
}
