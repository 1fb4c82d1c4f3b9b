package wistaxis.cli.ticket;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;

@CommandLine.Command(name = "next", mixinStandardHelpOptions = true,
        description = "What comes next on a ticket: the ladder with what may be taken, and what the rules say.")
public final class NextOfTicket extends OnTicket {
    @Override
    public void run() {
        List<LedgerEntry> entries = read();
        Rules rules = rules(entries);
        TicketRow row = TicketRow.of(rules, entries.getLast().number());
        List<String> words = new ArrayList<>(List.of(row.line(), "  Next: " + row.next().line()));
        Optional.ofNullable(rules.route()).map(Route::rungs).orElse(List.of())
                .forEach(r -> words.add("  " + r.step().id() + (r.step().keeps() ? ", keeps data: " : ", ERASES ALL: ")
                + rules.mayChoose(r.step().id(), false).orElse(r.done() ? "did not help; may be taken once more" : "may be taken")));
        answer(row, words);
    }
}
