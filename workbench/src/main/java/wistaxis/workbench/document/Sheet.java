package wistaxis.workbench.document;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.WalkRun;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.workbench.ticket.Shop;

/**
 * What a document is made of: a ticket as its entries say it, the shop, and how it is said.
 *
 * @param counted its entries, without what was taken back
 */
record Sheet(Shop shop, Papers.Letterhead letterhead, Ticket ticket, List<LedgerEntry> counted) {
    Optional<DeviceModel> model() {
        return shop.model(ticket);
    }

    static Map<String, Object> row(String name, String value) {
        return Map.of("name", name, "value", value);
    }

    /** The same with somebody's own words or name, which are said in no other language. */
    static Map<String, Object> own(String name, String value) {
        return Map.of("name", name, "value", value, "own", true);
    }

    /** Whether it is a name, and not what somebody is. */
    boolean isName(String who) {
        return who.equals(letterhead.customer()) || !who.equals(who.toLowerCase(Locale.ROOT));
    }

    String fact(String name) {
        return ticket.fact(name).map(v -> shop.intake().words(name, v)).orElse("not said");
    }

    List<Map<String, Object>> found() {
        return List.of(row("Trouble", fact("trouble")), row("Ownership", fact("ownership")), row("Register of lost devices", fact(
                "blacklisted")), row("Liquid", fact("liquid")), row("Battery", fact("battery")), row("Broken keys", fact(
                "brokenKeys")), row("The screen opens", fact("opens")), row("Account password known", fact("ownerPassword")));
    }

    Optional<String> promised() {
        return Intake.promised(ticket).map(this::when);
    }

    List<String> backups() {
        return plan().map(r -> shop.backups(ticket, r, _ -> Optional.empty()).says()).orElse(List.of());
    }

    /** The route by the ticket alone, so that the paper is the same each time. */
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
        return letterhead.words().time().format(at.atZone(letterhead.zone()));
    }

    static String title(String step) {
        return Steps.find(step).map(Step::title).orElse(step);
    }

    static List<Map<String, String>> judged(List<WalkRun.Judged> all) {
        return all.stream().map(j -> Map.of("title", j.title(), "words", j.words(), "then", j.then() == null ? "" : j.then(), "mark",
                j.verdict().toString().replace('-', ' '))).toList();
    }

    /** Who of the staff was at work at a time; empty where nobody had said. */
    String by(Instant at) {
        return counted.stream().filter(e -> !e.when().isAfter(at)).map(LedgerEntry::event).filter(TicketEvent.AtWork.class::isInstance)
                .map(TicketEvent.AtWork.class::cast).reduce((_, b) -> b).map(TicketEvent.AtWork::who).orElse("");
    }
}
