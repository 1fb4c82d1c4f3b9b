package wistaxis.cli.ticket;

import java.util.List;
import picocli.CommandLine.Parameters;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.ledger.Ledger;

/** What those on one ticket have. */
public abstract class OnTicket extends OnTickets {
    @Parameters(index = "0", paramLabel = "N", description = "${bundle:cli.help.onticket.n}")
    private String number = "";

    final String number() {
        return number;
    }

    final List<LedgerEntry> read() {
        try (Ledger ledger = ledger()) {
            return known(number, ledger.of(number));
        }
    }
}
