package wistaxis.cli.ticket;

import picocli.CommandLine;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "close", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.closeticket.close}")
public final class CloseTicket extends Giving {
    @Override
    Command command(Ticket ticket) {
        return new Command.Close();
    }
}
