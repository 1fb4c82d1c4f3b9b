package wistaxis.cli.ticket;

import picocli.CommandLine;
import picocli.CommandLine.Parameters;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

/** What the computer shows for its download. */
@CommandLine.Command(name = "left", mixinStandardHelpOptions = true, description = "${bundle:cli.help.sayleft}")
public final class SayLeft extends Giving {
    @Parameters(index = "1", paramLabel = "MINUTES|SIZE", description = "${bundle:cli.help.sayleft.shown}")
    private String shown = "";

    @Override
    Command command(Ticket ticket) {
        return Command.ofShown(shown);
    }
}
