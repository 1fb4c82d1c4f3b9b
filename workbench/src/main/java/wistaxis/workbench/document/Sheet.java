package wistaxis.workbench.document;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.lot.Lot;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;
import wistaxis.workbench.ticket.Shop;

/**
 * What a document is made of: a ticket as its entries say it, the shop, and how it is said.
 *
 * @param counted its entries, without what was taken back
 */
record Sheet(Shop shop, DocumentMaker.Letterhead letterhead, Ticket ticket, List<LedgerEntry> counted) {
    Optional<DeviceModel> model() {
        return shop.model(ticket);
    }

    /** The lot that it is a device of. @throws java.util.NoSuchElementException where it is of none */
    Lot lot() {
        return Lot.of(letterhead.lot().stream().map(d -> Ticket.fold(d.entries())).toList()).getFirst();
    }

    static Map<String, Object> row(String name, Object value) {
        return Map.of("name", Text.of("workbench.document." + name), "value", value);
    }

    Text fact(String name) {
        return ticket.fact(name).map(v -> shop.intake().words(name, v)).orElse(Text.of("workbench.document.not-said"));
    }

    List<Map<String, Object>> found() {
        return List.of(row("problem", fact("trouble")), row("ownership", fact("ownership")), row("register", fact("blacklisted")),
                row("liquid", fact("liquid")), row("battery", fact("battery")), row("broken-buttons", fact("brokenKeys")),
                row("unlocks", fact("opens")), row("password-known", fact("ownerPassword")));
    }

    Optional<String> promised() {
        return Intake.promised(ticket).map(this::when);
    }

    List<Text> backups() {
        return plan().map(r -> shop.backups(ticket, r, _ -> Optional.empty()).says()).orElse(List.of());
    }

    /** The route by the ticket alone, so that the document is the same each time. */
    Optional<Route> plan() {
        try {
            return ticket.fact("trouble").isEmpty() ? Optional.empty()
                    : Optional.of(shop.planner().plan(CaseFacts.of(ticket), RouteContext.NONE));
        } catch (BadInput _) {
            return Optional.empty();
        }
    }

    /** A person of an entry: the customer by name, while that is there. */
    String who(String person) {
        return person.equals(TicketEvent.CUSTOMER) && !letterhead.customer().isEmpty() ? letterhead.customer() : person;
    }

    String when(Instant at) {
        return Say.language().dayAndTime(at, letterhead.zone());
    }

    static List<Map<String, Object>> judged(List<GuideRun.Judged> all) {
        return all.stream().map(j -> Map.<String, Object>of("title", j.title(), "words", j.words(), "then", j.then() == null ? ""
                : j.then(),
                "mark", j.verdict().words())).toList();
    }

    /** Who of the staff was at work at a time; empty where nobody had said. */
    String by(Instant at) {
        return counted.stream().filter(e -> !e.when().isAfter(at)).map(LedgerEntry::event).filter(TicketEvent.AtBench.class::isInstance)
                .map(TicketEvent.AtBench.class::cast).reduce((_, b) -> b).map(TicketEvent.AtBench::who).orElse("");
    }
}
