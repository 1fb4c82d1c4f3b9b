package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "stage", mixinStandardHelpOptions = true, description = {
    "Write down that a stage of the host's restore was seen to begin, on a real ticket. The first one begins the run: 'download' where",
    "the host fetches the firmware by itself, 'check' where it is given the proven package. With --written VERSION it is through."})
public final class SayStage extends Giving {
    @Parameters(index = "1", paramLabel = "NAME", description = "for example prepare")
    private String stage = "";

    @Option(names = "--written", paramLabel = "VERSION", description = "the device greets, with this version on it")
    private @Nullable String written;

    @Override
    Command command(Ticket ticket) {
        if (ticket.running()) {
            return new Command.ReachStage(stage, written);
        }
        if (written != null) {
            throw new BadInput("--written [" + Shown.value(written)
                    + "] ends a run, and none goes on; begin it first, without --written");
        }
        return new Command.StartHost(stage.equals("download"));
    }
}
