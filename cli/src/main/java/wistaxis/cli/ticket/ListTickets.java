package wistaxis.cli.ticket;

import java.util.List;
import java.util.Map;
import picocli.CommandLine;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.work.Command;
import wistaxis.store.ledger.Ledger;

@CommandLine.Command(name = "list", mixinStandardHelpOptions = true, description = "${bundle:cli.help.listtickets.list}")
public final class ListTickets extends OnTickets {
    @Override
    public void run() {
        Map<String, List<LedgerEntry>> all;
        try (Ledger ledger = ledger()) {
            all = openTickets(ledger);
        }
        List<TicketRow> rows = all.values().stream().map(entries -> TicketRow.of(rules(entries), entries.getLast().number())).toList();
        answer(rows, rows.stream().map(TicketRow::line).toList());
    }
}
