package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;

/**
 * What of a ticket this Wistaxis cannot make sense of: of a newer one, changed by hand, or damaged.
 *
 * @param stops what keeps the ticket from being worked on, in words
 * @param notes what is taken for unknown, in words
 */
public record Unreadables(List<String> stops, List<String> notes) {
    private static final List<String> OTHER_FACTS = List.of("deviceWords", Intake.PROBLEM_WORDS, Intake.MARKS, Intake.JUDGED_ON,
            Intake.TOLD, DeviceNumber.SERIAL);
    private static final Map<Question.Kind, Consumer<String>> KINDS = Map.of(Question.Kind.VERSION, SystemVersion::parse,
            Question.Kind.DAY, Unreadables::day, Question.Kind.IMEI, CaseFacts::exact, Question.Kind.PROMISE, Unreadables::moment,
            Question.Kind.KEYS, v -> CaseFacts.list(v).forEach(DeviceButton::valueOf));

    public Unreadables {
        stops = List.copyOf(stops);
        notes = List.copyOf(notes);
    }

    public static Unreadables of(Ticket t, DeviceCatalogue devices, RoutePlanner planner, Intake intake) {
        List<String> stops = new ArrayList<>(t.unreadable());
        t.problem().filter(v -> Steps.route(v).isEmpty())
                .ifPresent(v -> stops.add(t("core.odd.problem", "value", Shown.value(v.word()))));
        Optional.ofNullable(t.identifier()).filter(i -> devices.byIdentifier(i).isEmpty())
                .ifPresent(i -> stops.add(t("core.odd.device", "value", Shown.value(i))));
        Optional.ofNullable(t.route()).filter(s -> !planner.knows(s))
                .ifPresent(s -> stops.add(t("core.odd.step", "value", Shown.value(s))));
        t.fact("tried").ifPresent(v -> CaseFacts.list(v).stream().filter(s -> !s.equals(Intake.NOT_KNOWN) && !planner.knows(s))
                .forEach(s -> stops.add(t("core.odd.step-before", "value", Shown.value(s)))));
        t.failed().stream().filter(s -> !planner.knows(s))
                .forEach(s -> stops.add(t("core.odd.step-failed", "value", Shown.value(s))));
        List<String> notes = new ArrayList<>();
        t.facts().forEach((fact, value) -> {
            if (!intake.knows(fact) && !OTHER_FACTS.contains(fact) && !Readiness.CONFIRMED.contains(fact)) {
                notes.add(t("core.odd.fact", "fact", Shown.value(fact), "value", Shown.value(value)));
            } else if (!value.equals(Intake.NOT_KNOWN) && !readable(fact, value, intake)) {
                notes.add(t("core.odd.unreadable", "fact", fact, "value", Shown.value(value)));
            }
        });
        return new Unreadables(stops, notes);
    }

    /** What is wrong with an answer of the intake, in words; empty when nothing is. */
    public static String wrong(String fact, String value, Intake intake) {
        if (value.equals(Intake.NOT_KNOWN)) {
            return "";
        }
        boolean more = intake.questions().stream().anyMatch(q -> q.kind() != Question.Kind.CHOICE && q.facts().contains(fact));
        List<String> choices = more ? List.of() : intake.questions().stream().filter(q -> q.kind() == Question.Kind.CHOICE)
                .flatMap(q -> q.answers().stream()).map(a -> a.sets().get(fact)).filter(Objects::nonNull).distinct().sorted().toList();
        Set<String> parts = intake.questions().stream().filter(q -> q.kind() == Question.Kind.SEVERAL && q.facts().contains(fact))
                .flatMap(q -> q.answers().stream()).map(Question.Answer::value).collect(Collectors.toCollection(TreeSet::new));
        Optional<String> other = parts.isEmpty() || value.equals("none") ? Optional.empty()
                : CaseFacts.list(value).stream().filter(p -> !parts.contains(p)).findFirst();
        if (other.isPresent()) {
            return t("core.bad.not-known-some", "value", Shown.value(other.get()), "known", parts);
        }
        return !choices.isEmpty() && !choices.contains(value) ? t("core.bad.write-one", "known", choices, "unknown", Intake.NOT_KNOWN)
                : readable(fact, value, intake) ? "" : t("core.bad.unreadable-answer");
    }

    private static boolean readable(String fact, String value, Intake intake) {
        Consumer<String> read = intake.questions().stream().filter(q -> q.facts().equals(List.of(fact))).map(q -> KINDS.get(q.kind()))
                .filter(Objects::nonNull).findFirst().orElse(_ -> { });
        try {
            read.accept(value);
            return true;
        } catch (BadInput | DateTimeException | IllegalArgumentException e) {
            return false;
        }
    }

    private static void day(String value) {
        if (!BenchTime.isSane(LocalDate.parse(value).atStartOfDay(ZoneOffset.UTC).toInstant())) {
            throw new BadInput(t("core.bad.day-range", "day", value));
        }
    }

    private static void moment(String value) {
        if (!BenchTime.isSane(Instant.parse(value))) {
            throw new BadInput(t("core.bad.date", "date", value));
        }
    }

    /** The same with something more that stops the work. */
    public Unreadables and(String stop) {
        List<String> all = new ArrayList<>(stops);
        all.add(stop);
        return new Unreadables(all, notes);
    }

    public boolean stop() {
        return !stops.isEmpty();
    }

    /** All of it, what stops first. */
    public List<String> all() {
        List<String> all = new ArrayList<>(stops);
        all.addAll(notes);
        return all;
    }
}
