package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import wistaxis.cli.output.OnLedger;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.Ledger;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.plan.Plans;
import wistaxis.workbench.ticket.Runs;
import wistaxis.workbench.ticket.Shop;

/** What those that plan the open tickets of a ledger have. */
abstract class OnPlan extends OnLedger {
    /** @param tickets by number @param unreadable tickets that could not be planned, in words */
    record Planned(BenchPlan plan, Map<String, Ticket> tickets, List<String> unreadable, Shop shop) {}

    /** The plan of all open tickets, from now on. */
    final Planned planned() {
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
        return new Planned(Plans.of(List.copyOf(tickets.values()), shop, history, present, now), tickets, unreadable, shop);
    }
}
