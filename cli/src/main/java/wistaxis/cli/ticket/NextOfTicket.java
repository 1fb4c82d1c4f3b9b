package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;
import wistaxis.workbench.ticket.Runs;

@CommandLine.Command(name = "next", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.nextofticket.next}")
public final class NextOfTicket extends OnTicket {
    @Override
    public void run() {
        List<LedgerEntry> entries = read();
        Rules rules = rules(entries);
        TicketRow row = TicketRow.of(rules, entries.getLast().number());
        List<String> words = new ArrayList<>(List.of(row.line(), "  " + t("cli.ticket.next", "next", row.next().line())));
        new Runs(shop(), new TimeHistory(RestoreStage.shipped()), false, _ -> ShownStages.NONE)
                .dropOut(Ticket.fold(entries), Instant.now()).ifPresent(d -> words.add("  " + d.says()));
        Optional.ofNullable(rules.route()).map(Route::steps).orElse(List.of())
                .forEach(r -> words.add("  " + r.step().id() + ", " + t(r.step().keeps() ? "cli.route.keeps" : "cli.route.erases") + ": "
                + rules.mayChoose(r.step().id(), false).orElseGet(() -> t(r.done() ? "cli.ticket.once-more" : "cli.ticket.possible"))));
        answer(row, words);
    }
}
