package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import wistaxis.cli.output.OnLedger;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.Ledger;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.plan.Plans;
import wistaxis.workbench.ticket.Runs;
import wistaxis.workbench.ticket.Shop;

@Command(name = "plan", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.plan}")
public final class PlanCommand extends OnLedger {
    private static final DateTimeFormatter HOUR = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    /** @param next the first moment that needs hands; null when nothing does */
    private record Row(@Nullable Call next, List<Lane> lanes) {}

    private record Call(String ticket, Instant at, Text what) {}

    private record Lane(String ticket, String title, String stage, boolean late, List<BenchPlan.Span> spans) {}

    @Override
    public void run() {
        Map<String, List<LedgerEntry>> entries;
        TimeHistory history = new TimeHistory(RestoreStage.shipped());
        try (Ledger ledger = ledger()) {
            entries = openTickets(ledger);
            history.add(ledger.tables().times(Stock.MEASURED), DEVICES);
        }
        Map<String, Ticket> tickets = new LinkedHashMap<>();
        entries.forEach((number, of) -> tickets.put(number, Ticket.fold(of)));
        List<String> unreadable = new ArrayList<>();
        Shop shop = Shop.look(folder(), DEVICES, Clock.systemUTC());
        Instant now = Instant.now();
        Plans.Present present = new Plans.Present() {
            @Override
            public List<BenchPlan.Stretch> running(Ticket t) {
                return new Runs(shop, history, true, _ -> ShownStages.NONE).left(t, now).orElse(List.of());
            }

            @Override
            public long missing(Ticket t) {
                return t.build() == null && !t.isObserved() ? StandInWorld.USUAL_FIRMWARE_FILE : shop.size(t).mid();
            }

            @Override
            public void failed(Ticket t, Throwable e) {
                unreadable.add(t("cli.plan.unreadable", "number", t.number(), "why", e));
            }
        };
        BenchPlan plan = Plans.of(List.copyOf(tickets.values()), shop, history, present, now);
        List<Lane> lanes = plan.lanes().stream()
                .map(l -> new Lane(l.job().ticket(), tickets.get(l.job().ticket()).title(), l.job().stage().words()
                        .toString(), l.late(), l.spans()))
                .toList();
        Row row = new Row(plan.nextCall().map(c -> new Call(c.ticket(), c.at(), c.what())).orElse(null), lanes);
        List<String> words = words(row);
        words.addAll(unreadable);
        answer(row, words);
    }

    private static List<String> words(Row row) {
        List<String> words = new ArrayList<>(List.of(row.next() == null ? t("cli.plan.nothing") : t("cli.plan.next", "at",
                HOUR.format(row.next().at()), "number", row.next().ticket(), "what", row.next().what())));
        for (Lane lane : row.lanes()) {
            words.add(lane.ticket() + "  " + (lane.late() ? t("cli.plan.late", "title", lane.title()) : lane.title()));
            lane.spans().forEach(s -> words.add("  " + HOUR.format(s.start()) + "–" + HOUR.format(s.end()) + "  "
                    + (s.hands() ? t("cli.plan.hands-on", "what", s.what()) : s.what())));
        }
        return words;
    }
}
