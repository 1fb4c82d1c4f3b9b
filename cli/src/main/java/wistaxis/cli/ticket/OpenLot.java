package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.core.lot.Lot;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "open", mixinStandardHelpOptions = true, description = "${bundle:cli.help.lot.open}")
public final class OpenLot extends Giving {
    @Option(names = "--title", paramLabel = "TITLE", description = "${bundle:cli.help.lot.open.title}")
    private @Nullable String title;

    @Override
    Command command(Ticket ticket) {
        return new Command.JoinLot(Lot.id(ticket.number()), title == null ? ticket.title() : title);
    }
}
