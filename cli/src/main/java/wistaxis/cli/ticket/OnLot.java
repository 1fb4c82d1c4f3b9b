package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Parameters;
import wistaxis.core.lot.Lot;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.store.ledger.Ledger;
import wistaxis.workbench.lot.Lots;

/** What those on a lot have. */
public abstract class OnLot extends OnTickets {
    @Parameters(index = "0", paramLabel = "LOT", description = "${bundle:cli.help.lot.number}")
    private String id = "";

    /** @param counts how many stand how */
    record Row(String lot, String title, Map<Lot.Standing, Long> counts, List<Device> devices) {}

    record Device(String ticket, String title, Lot.Standing standing, String next, @Nullable Instant promised) {}

    /** The lot as the ledger has it. @throws wistaxis.core.facts.BadInput where there is none */
    final Lot lot() {
        try (Ledger ledger = ledger()) {
            return Lots.only(id, LedgerEntry.byTicket(ledger.ofLot(id)).values().stream().map(Ticket::fold).toList());
        }
    }

    final void answer(Lot lot, List<String> more) {
        Map<String, String> stopped = new LinkedHashMap<>();
        lot.devices().forEach(d -> shop().rules(d).stopped().ifPresent(why -> stopped.put(d.number(), why)));
        List<Device> devices = lot.devices().stream().map(d -> new Device(d.number(), d.title(), Lot.standing(d, stopped.containsKey(d
                .number())), stopped.getOrDefault(d.number(), shop().rules(d).next().line()), Intake.promised(d).orElse(null))).toList();
        Row row = new Row(lot.id(), lot.title(), lot.counts(d -> stopped.containsKey(d.number())), devices);
        List<String> words = new ArrayList<>(more);
        words.add(t("cli.lot.row", "lot", lot.id(), "title", lot.title(), "n", lot.devices().size(), "closed", row.counts().getOrDefault(
                Lot.Standing.CLOSED, 0L)));
        devices.forEach(d -> words.add("  " + t("cli.lot.device", "ticket", d.ticket(), "title", d.title(), "next", d.next())));
        answer(row, words);
    }
}
