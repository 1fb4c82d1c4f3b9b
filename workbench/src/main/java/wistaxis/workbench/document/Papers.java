package wistaxis.workbench.document;

import java.io.IOException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.Walk;
import wistaxis.core.steps.WalkRun;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.SetUp;
import wistaxis.core.work.Walking;
import wistaxis.store.paper.Paper;
import wistaxis.store.paper.Words;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Shop;

/** The papers of a ticket: each is made of its entries up to a number and of the shop's own words, and is the same each time. */
public final class Papers {
    private static final int SHEET = 27;
    private static final String GREETING = "greeting-seen";
    private static final double CODE_MM = 24;
    private static final double LABEL_CODE_MM = 22;
    private static final int SHORT_DIGEST = 16;

    /** Which paper. */
    public enum Kind {
        RECEIPT("Intake receipt"), CONSENT("Consent to erase"), REPORT("Work report"), ERASURE("Record of erasure"),
        BUYING("Buying check"), HOME("Left to do at home"), LABEL("Tray label"), SHEET("Sheet of labels");

        private final String title;

        Kind(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }

        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** @throws BadInput for an unknown one, naming the known */
        public static Kind parse(String text) {
            return Arrays.stream(values()).filter(k -> k.toString().equals(text)).findFirst()
                    .orElseThrow(() -> new BadInput("paper [" + text + "] is none; write one of " + Arrays.toString(values())));
        }
    }

    /**
     * What a paper needs besides the ticket.
     *
     * @param name what the shop is called
     * @param terms its terms, a paragraph each; empty for none
     * @param zone in which its days begin
     * @param customer who brought the device, or that it was removed and when; empty where nobody said
     * @param serials what names the device; empty where nobody read it, or it was removed
     * @param words the language they are said in
     */
    public record Letterhead(String name, List<String> terms, ZoneId zone, String customer, List<String> serials, Words words) {
        public Letterhead(String name, List<String> terms, ZoneId zone) {
            this(name, terms, zone, "", List.of(), Words.ENGLISH);
        }
    }

    private final Shop shop;
    private final Letterhead letterhead;

    public Papers(Shop shop, Letterhead letterhead) {
        this.shop = shop;
        this.letterhead = letterhead;
    }

    /**
     * The paper as PDF.
     *
     * @param entries the ticket's entries, in order, up to the one it is made of
     * @throws BadInput where the ticket has nothing for such a paper
     */
    public byte[] pdf(Kind kind, List<LedgerEntry> entries) throws IOException {
        return Paper.pdf(page(kind, entries));
    }

    /** The same before it is drawn. */
    public Paper.Filled page(Kind kind, List<LedgerEntry> entries) throws IOException {
        Ticket ticket = Ticket.fold(entries);
        LedgerEntry last = entries.getLast();
        List<LedgerEntry> counted = TicketEvent.TakenBack.left(entries);
        Map<String, Object> values = new HashMap<>(common(kind, ticket, last));
        switch (kind) {
            case RECEIPT -> receipt(ticket, values);
            case CONSENT -> values.put("consents", consents(ticket, counted));
            case REPORT -> report(ticket, counted, values);
            case ERASURE -> erasure(ticket, counted, values);
            case BUYING -> buying(ticket, values);
            case HOME -> home(ticket, values);
            case LABEL, SHEET -> values.put("promised", promised(ticket).map(p -> "by " + p).orElse(""));
        }
        if (kind == Kind.SHEET) {
            values.put("labels", Collections.nCopies(Papers.SHEET, true));
        }
        return Paper.fill(kind.toString(), kind.title(), values, last.when(), letterhead.words());
    }

    private Map<String, Object> common(Kind kind, Ticket t, LedgerEntry last) {
        Optional<DeviceModel> model = shop.model(t);
        boolean note = letterhead.customer().startsWith(Customers.REMOVED) || letterhead.customer().equals(Customers.LOST);
        Map<String, Object> values = new HashMap<>(Map.of(note ? "customerNote" : "customer", letterhead.customer(), "shop",
                letterhead.name(), "day",
                letterhead.words().day().format(last.when().atZone(letterhead.zone())),
                "number", t.number(), "what", t.title(), "upTo", String.valueOf(last.number()), "head", last.digest(), "short",
                last.digest().substring(0, SHORT_DIGEST), "device", model.map(m -> m.name() + ", " + m.identifier()).orElse("model not "
                + "settled"), "code", Paper.code(t.number(), kind == Kind.LABEL || kind == Kind.SHEET ? LABEL_CODE_MM : CODE_MM)));
        if (!t.simulated()) {
            values.put("real", true);
        }
        return values;
    }

    private static Map<String, Object> row(String name, String value) {
        return Map.of("name", name, "value", value);
    }

    /** The same with somebody's own words or name, which are said in no other language. */
    private static Map<String, Object> own(String name, String value) {
        return Map.of("name", name, "value", value, "own", true);
    }

    /** Whether it is a name, and not what somebody is. */
    private boolean isName(String who) {
        return who.equals(letterhead.customer()) || !who.equals(who.toLowerCase(Locale.ROOT));
    }

    private String fact(Ticket t, String name) {
        return t.fact(name).map(v -> shop.intake().words(name, v)).orElse("not said");
    }

    private List<Map<String, Object>> found(Ticket t) {
        return List.of(row("Trouble", fact(t, "trouble")), row("Ownership", fact(t, "ownership")), row("Register of lost devices", fact(t,
                "blacklisted")), row("Liquid", fact(t, "liquid")), row("Battery", fact(t, "battery")), row("Broken keys", fact(t,
                "brokenKeys")), row("The screen opens", fact(t, "opens")), row("Account password known", fact(t, "ownerPassword")));
    }

    private Optional<String> promised(Ticket t) {
        return Intake.promised(t).map(this::when);
    }

    private void receipt(Ticket t, Map<String, Object> values) {
        values.put("facts", found(t));
        values.put("marks", t.fact(Intake.MARKS).orElse(""));
        values.put("trouble", fact(t, "trouble"));
        t.fact(Intake.TROUBLE_WORDS).ifPresent(w -> values.put("said", w));
        t.fact("deviceWords").ifPresent(w -> values.put("saidOfDevice", w));
        values.put("backup", backups(t).isEmpty() ? "A backup: " + fact(t, "backup") + "." : String.join(" ", backups(t)));
        values.put("promised", promised(t).map(p -> "By " + p + ".").orElse("No time was promised."));
        values.put("hasTerms", !letterhead.terms().isEmpty());
        values.put("terms", letterhead.terms());
    }

    private List<String> backups(Ticket t) {
        return plan(t).map(r -> shop.backups(t, r, _ -> Optional.empty()).says()).orElse(List.of());
    }

    /** The route by the ticket alone, so that the paper is the same each time. */
    private Optional<Route> plan(Ticket t) {
        try {
            return t.fact("trouble").isEmpty() ? Optional.empty() : Optional.of(shop.planner().plan(CaseFacts.of(t), RouteContext.NONE));
        } catch (BadInput _) {
            return Optional.empty();
        }
    }

    private List<Map<String, Object>> consents(Ticket t, List<LedgerEntry> entries) {
        List<Map<String, Object>> all = new ArrayList<>();
        Optional<Route> route = plan(t);
        for (LedgerEntry e : entries) {
            if (e.event() instanceof TicketEvent.ConsentAsked asked) {
                String who = who(asked.who());
                all.add(Map.of("whoOwn", isName(who), "toldOwn", !asked.toldAboutBackup().startsWith("there is "), "step", title(
                        asked.step()), "words", route.flatMap(r -> r.rung(asked.step())).map(Route.Rung::tells)
                        .orElse(List.of()), "told", asked.toldAboutBackup(), "answer", asked.given() ? "agreed" : "did not agree", "who",
                        who, "when", when(e.when())));
            }
        }
        return all;
    }

    /** A person of an entry: the customer by name, while that is there. */
    private String who(String person) {
        return person.equals(TicketEvent.CUSTOMER) && !letterhead.customer().isEmpty() ? letterhead.customer() : person;
    }

    private String when(Instant at) {
        return letterhead.words().time().format(at.atZone(letterhead.zone()));
    }

    private static String title(String step) {
        return Steps.find(step).map(Step::title).orElse(step);
    }

    private void report(Ticket t, List<LedgerEntry> entries, Map<String, Object> values) {
        values.put("facts", found(t));
        values.put("work", t.attempts().stream().filter(a -> !a.step().isEmpty()).map(a -> work(a, entries)).toList());
        List<Map<String, Object>> after = new ArrayList<>();
        after.add(row("Version before", t.fact("installedVersion").filter(v -> !v.equals("unknown")).orElse("not known")));
        after.add(row("Version now", Optional.ofNullable(t.restored()).orElse("not written here")));
        t.attempts().reversed().stream().findFirst().ifPresent(a -> a.checks().forEach((check, answer) -> after.add(row(words(check),
                answer))));
        after.add(row("Taken in", when(entries.getFirst().when())));
        after.add(row("Closed", t.closed() == null ? "still open"
                : when(Objects.requireNonNullElse(t.closedAt(), t.lastAt())) + ": " + t.closed()));
        values.put("after", after);
        List<Map<String, String>> judged = judged(SetUp.of(t, shop.model(t).orElse(null)).map(WalkRun::judged).orElse(List.of()));
        values.put("judged", judged);
        values.put("hasJudged", !judged.isEmpty());
        List<String> advice = new ArrayList<>(backups(t));
        advice.addAll(shop.advice(t));
        values.put("advice", advice);
    }

    private static String words(String check) {
        String spaced = check.replace('-', ' ');
        return spaced.substring(0, 1).toUpperCase(Locale.ROOT) + spaced.substring(1);
    }

    private Map<String, Object> work(Attempt a, List<LedgerEntry> entries) {
        List<String> how = new ArrayList<>();
        if (a.keys() > 0) {
            how.add(a.keys() + (a.keys() == 1 ? " attempt" : " attempts") + " with the keys; several are normal");
        }
        if (a.written() != null) {
            how.add("written: " + a.written());
        }
        if (!a.walk().isEmpty()) {
            how.add(a.walk().size() + " steps, led through");
        }
        return Map.of("by", by(entries, a.since()), "when", when(a.since()), "what", title(a.step()), "how", String.join("; ", how),
                "came", a.outcome()
                .map(Attempt.Outcome::words).orElse(""));
    }

    /** Who of the staff was at work at a time; empty where nobody had said. */
    private static String by(List<LedgerEntry> entries, Instant at) {
        return entries.stream().filter(e -> !e.when().isAfter(at)).map(LedgerEntry::event).filter(TicketEvent.AtWork.class::isInstance)
                .map(TicketEvent.AtWork.class::cast).reduce((_, b) -> b).map(TicketEvent.AtWork::who).orElse("");
    }

    /** @throws BadInput where nothing was erased */
    private void erasure(Ticket t, List<LedgerEntry> entries, Map<String, Object> values) {
        Attempt erased = t.attempts().reversed().stream().filter(a -> a.is(Step::erases) && (a.written() != null || a.walk().size() > 0
                && Boolean.TRUE.equals(a.said()) || Boolean.TRUE.equals(a.said()))).findFirst()
                .orElseThrow(() -> new BadInput("nothing was erased on ticket [" + t.number() + "], so there is no record of it"));
        String greeting = erased.checks().getOrDefault(GREETING, "not asked");
        if (!greeting.equals("seen")) {
            throw new BadInput("The greeting screen was " + greeting + " on ticket [" + t.number() + "], so nobody can say that the device "
                    + "is erased. Look at the device and answer it at the handover, then make this record.");
        }
        boolean byHost = erased.is(Step::writes);
        DeviceModel model = shop.model(t).orElse(null);
        values.put("person", List.of(t.by() == null ? row("Name", "to be filled in") : own("Name", t.by()), row("Title", "technician"),
                own("Organization", letterhead.name()),
                row("Location", "to be filled in"), row("Phone", "to be filled in")));
        String serial = letterhead.serials().isEmpty() ? "not read, or removed" : String.join(", ", letterhead.serials());
        values.put("media", List.of(row("Make and vendor", "the maker"), row("Model", model == null ? "not settled" : model.name() + ", "
                + model.identifier()), letterhead.serials().isEmpty() ? row("Serial number", serial) : own("Serial number", serial),
                row("Media property number", t.number()), row("Media type",
                "flash memory, built in"), row("Media source", fact(t, "ownership")), row("Classification", "not classified"),
                row("Data backed up", t.backups().isEmpty() ? fact(t, "backup") : "yes"), t.backups().isEmpty()
                ? row("Backup location", "not known here") : own("Backup location", t.backups().stream()
                .map(b -> b.where() == null ? b.kind() : b.where()).collect(Collectors.joining(", ")))));
        values.put("details", List.of(row("Method type",
                "clear, by the device's own erase; purge by destruction of its keys only as far as "
                + "the maker says"), row("Method used", byHost ? "the system written anew by the host, which erases the keys of the storage"
                : "erase by the device itself, which erases the keys of the storage"), row("Method details", title(erased.step()) + ", "
                + when(erased.since()) + (erased.written() == null ? "" : ", version " + erased.written())), row("Tool used", byHost
                ? "the maker's restore program" : "the device's own system"), row("Verification method", "the greeting was "
                + greeting),
                row("Post sanitization classification", "not classified"),
                consentBy(t)));
        values.put("destination", t.closed() == null ? "Still with the shop." : "Handed over: " + t.closed() + ".");
    }

    private Map<String, Object> consentBy(Ticket t) {
        String who = t.consent() == null ? "nobody" : who(t.consent().who());
        return isName(who) ? own("Notes: consent by", who) : row("Notes: consent by", who);
    }

    /** @throws BadInput where nothing was checked */
    private static void buying(Ticket t, Map<String, Object> values) {
        WalkRun run = Walking.buyingCheck(t).filter(w -> !w.judged().isEmpty())
                .orElseThrow(() -> new BadInput("there was no buying check on ticket [" + t.number() + "]"));
        values.put("verdict", switch (run.verdict()) {
            case "pass" -> "Pass";
            case "fail" -> "Fail: do not buy";
            default -> "Not yet";
        });
        values.put("judged", judged(run.judged()));
    }

    private static List<Map<String, String>> judged(List<WalkRun.Judged> all) {
        return all.stream().map(j -> Map.of("title", j.title(), "words", j.words(), "then", j.then() == null ? "" : j.then(), "mark", j
                .verdict().replace('-', ' '))).toList();
    }

    private static String minutes(Walk.Stop stop) {
        long least = Math.round(stop.low());
        long most = Math.round(stop.high());
        return least == most ? String.valueOf(most) : least + "-" + most;
    }

    private void home(Ticket t, Map<String, Object> values) {
        values.put("left", SetUp.of(t, shop.model(t).orElse(null)).map(r -> r.left().stream().map(s -> Map.of("title",
                s.title(), "see", s.see(), "minutes", minutes(s))).toList()).orElse(List.of()));
        values.put("never", BackupPlan.NEVER_BACK);
        values.put("backups", t.backups().isEmpty() ? backups(t).stream().map(b -> Map.of("text", b)).toList() : t.backups().stream()
                .map(b -> Map.of("text", b.kind() + " backup" + (b.at() == null ? "" : " of " + b.at()) + (b.sizeBytes() == null ? ""
                : ", " + Units.inWords(b.sizeBytes())) + ".", "where", b.where() == null ? "" : b.where())).toList());
    }
}
