package wistaxis.cli.ticket;

import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.work.Command;
import wistaxis.core.work.Decision;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;

@CommandLine.Command(name = "open", mixinStandardHelpOptions = true, description = "${bundle:cli.help.openticket.open}")
public final class OpenTicket extends OnTickets {
    @Parameters(index = "0", paramLabel = "TITLE", description = "${bundle:cli.help.openticket.open.title}")
    private String title = "";

    @Override
    public void run() {
        var open = new Command.Open(title, practice());
        Decision.open(open); // what is no title makes no folder
        try (LedgerStore ledger = writable(DataFolder.open(folder().root()))) {
            answer(ledger.of(alone(ledger).open(open).orThrow().number()));
        }
    }
}
