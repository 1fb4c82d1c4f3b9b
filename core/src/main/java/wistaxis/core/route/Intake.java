package wistaxis.core.route;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.YesNo;
import wistaxis.core.steps.Problem;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.words.Text;

/** The intake as a conversation: which questions matter for a case, which are open, and which comes next. */
public final class Intake {
    /** The value of a fact that was asked for and is not known. */
    public static final String NOT_KNOWN = "unknown";

    /** The fact that keeps the problem in the customer's words. */
    public static final String PROBLEM_WORDS = "troubleWords";

    /** The fact that keeps the state in which a device came, and its marks. */
    public static final String MARKS = "marks";

    /** The fact of the day on which it shows if a step helped: the device is back with its customer until then. */
    public static final String JUDGED_ON = "judgedOn";

    /** The fact of what the owner was told before a step that keeps the data. */
    public static final String TOLD = "told";

    /** Facts that are written down as they are said or seen. */
    public static final List<String> WORDS = List.of(PROBLEM_WORDS, MARKS);

    /** Letters of such a fact. */
    public static final int LONGEST_WORDS = 300;

    private static final String SWOLLEN = "swollen";

    private final List<Question> questions;

    private record Questions(List<Question> questions) {}

    private Intake(List<Question> questions) {
        this.questions = List.copyOf(questions);
    }

    public static Intake shipped() {
        return new Intake(Json.fact("questions.json", Questions.class).questions());
    }

    /** All questions, in the order in which they are asked. */
    public List<Question> questions() {
        return questions;
    }

    /** The words of a recorded value, or the value itself when it is no listed answer. */
    public Text words(String fact, String value) {
        if (value.equals(NOT_KNOWN)) {
            return Text.of("core.intake.not-known");
        }
        return questions.stream().flatMap(q -> q.words(fact, value).stream()).findFirst()
                .orElseGet(() -> several(CaseFacts.list(value).stream().map(v -> partOf(fact, v)).toList()));
    }

    private static Text several(List<Text> parts) {
        return parts.isEmpty() ? Text.of("core.intake.none") : parts.size() == 1 ? parts.getFirst() : Text.of("core.several", "all", parts);
    }

    private Text partOf(String fact, String part) {
        return questions.stream().filter(q -> q.facts().contains(fact)).flatMap(q -> q.answers().stream())
                .filter(a -> a.value().equals(part)).map(Question.Answer::words).findFirst()
                .orElseGet(() -> DeviceButton.of(part).map(DeviceButton::words).orElse(Text.raw(part)));
    }

    /** Whether a fact is known to this intake. */
    public boolean knows(String fact) {
        return questions.stream().anyMatch(q -> q.facts().contains(fact) || q.question().equals(fact));
    }

    /** The questions that matter, answered or not, in order. @param inferred what the rules see */
    public List<Question> asked(Ticket ticket, Map<String, String> inferred) {
        Map<String, String> known = known(ticket, inferred);
        return questions.stream().filter(q -> q.isProblem() || known.containsKey(Problem.FACT))
                .filter(q -> q.when().entrySet().stream().allMatch(e -> e.getValue().contains(known.getOrDefault(e.getKey(), NOT_KNOWN))))
                .toList();
    }

    /** The questions that do not matter for this problem but may be answered all the same. */
    public List<Question> others(Ticket ticket, Map<String, String> inferred) {
        List<Question> asked = asked(ticket, inferred);
        return questions.stream().filter(q -> !asked.contains(q) && !q.isDamage()
                && (!q.when().containsKey("damage") || answered(q, ticket))).toList();
    }

    private static Map<String, String> known(Ticket ticket, Map<String, String> inferred) {
        Map<String, String> known = new HashMap<>(inferred);
        ticket.fact("damage").ifPresent(d -> known.put("damage", d));
        if ("each".equals(known.get("damage")) || isBatteryOpen(ticket)) {
            known.put("asksBattery", "yes");
        }
        return known;
    }

    /** Whether all facts of a question are there, or it was said that they are not known. */
    public static boolean answered(Question q, Ticket ticket) {
        if (q.kind() == Question.Kind.DEVICE) {
            return ticket.identifier() != null || ticket.fact("deviceWords").isPresent();
        }
        Set<String> facts = ticket.facts().keySet();
        boolean stopped = q.isDamage() && (ticket.fact("damage").isPresent() || ticket.says("liquid", YesNo.YES)
                || ticket.fact("battery").filter(SWOLLEN::equals).isPresent());
        return stopped || q.isDamage() && isBatteryOpen(ticket) || facts.containsAll(q.facts());
    }

    /** Whether of the damage only the battery is open: it was charged since it was asked for. */
    private static boolean isBatteryOpen(Ticket ticket) {
        return ticket.fact("battery").isEmpty() && ticket.fact("liquid").isPresent() && ticket.fact("brokenKeys").isPresent();
    }

    /** The first open question that was not put off. */
    public Optional<Question> next(Ticket ticket, Map<String, String> inferred, Set<String> putOff) {
        return asked(ticket, inferred).stream().filter(q -> !answered(q, ticket) && !putOff.contains(q.question())).findFirst();
    }

    /** The answer given to a question in words, or empty while it is open. */
    public Text answerInWords(Question q, Ticket ticket) {
        Optional<Text> whole = q.answers().stream().filter(a -> a.isIn(ticket.facts()))
                .max(java.util.Comparator.comparingInt(a -> a.sets().size())).map(Question.Answer::words);
        return whole.filter(_ -> q.kind() == Question.Kind.CHOICE).orElseGet(() -> {
            List<Text> all = q.facts().stream().filter(f -> ticket.fact(f).isPresent()).map(f -> words(f, ticket.facts().get(f))).toList();
            return all.isEmpty() ? Text.NONE : several(all);
        });
    }

    /** When the customer was promised the device, if that was said and can be read. */
    public static Optional<Instant> promised(Ticket ticket) {
        try {
            return ticket.fact("promised").filter(p -> !p.equals(NOT_KNOWN)).map(Instant::parse).map(BenchTime::clamp);
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** The day on which it shows if the last step helped; empty where nothing is waited for. */
    public static Optional<LocalDate> judgedOn(Ticket ticket) {
        try {
            return ticket.closed() != null ? Optional.empty() : ticket.fact(JUDGED_ON).map(LocalDate::parse);
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** Every fact that goes when an answer is taken back. */
    public static Set<String> settledBy(Question q) {
        Set<String> facts = new LinkedHashSet<>(q.facts());
        facts.add(q.question());
        return facts;
    }

    /** What changed between two routes, by step, in words: a step that opened, closed, came or went. */
    public static Map<String, Text> changes(Optional<Route> before, Route after) {
        Map<String, Text> changes = new HashMap<>();
        for (Route.RouteStep now : after.steps()) {
            Optional<Route.RouteStep> was = before.flatMap(b -> b.judged(now.step().id()));
            if (before.isPresent() && was.isEmpty()) {
                changes.put(now.step().id(), Text.of("core.intake.change.new"));
            } else if (was.isPresent() && was.get().status() != now.status()) {
                changes.put(now.step().id(), Text.of(now.open() ? "core.intake.change.open"
                        : now.status() == Route.Status.REFUSED ? "core.intake.change.refused" : "core.intake.change.blocked"));
            } else if (was.isPresent() && !new HashSet<>(was.get().cautions()).containsAll(now.cautions())) {
                changes.put(now.step().id(), Text.of("core.intake.change.caution"));
            } else if (was.isPresent() && !new HashSet<>(was.get().reasons()).containsAll(now.reasons())) {
                changes.put(now.step().id(), Text.of("core.intake.change.reason"));
            }
        }
        return changes;
    }

    /** The words for everything still open, in order. */
    public List<Text> open(Ticket ticket, Map<String, String> inferred) {
        List<Text> open = new ArrayList<>();
        asked(ticket, inferred).stream().filter(q -> !answered(q, ticket)).forEach(q -> open.add(q.asks()));
        return open;
    }
}
