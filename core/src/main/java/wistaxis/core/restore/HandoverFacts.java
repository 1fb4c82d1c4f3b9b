package wistaxis.core.restore;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.YesNo;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<Advice> advice) {
    /**
     * What a customer is told, by what happened.
     *
     * @param when facts of the ticket and the values for which it is said, all of them; empty for always. {@code family} is the button
     *     layout, {@code leaves} whether somebody else gets the device
     */
    public record Advice(Map<String, List<String>> when, Text says, Provenance provenance, String source) {
        public Advice {
            when = Map.copyOf(when);
        }
    }

    /**
     * @param after where it is asked: after a {@code restore}, an {@code update}, an {@code erase} by the device itself,
     *     any other {@code step}, or what has {@code lost} the data it should have kept
     * @param of {@code leaves} for a device that somebody else gets, {@code stays} for one that does not; null for both
     * @param answers what can be answered; one of them settles the check
     * @param bad those of them with which nothing is handed over; null for none
     */
    public record Check(String id, List<String> after, @Nullable String of, Text says, List<String> answers, @Nullable List<String> bad,
            Provenance provenance, String source) {
        public Check {
            after = List.copyOf(after);
            answers = List.copyOf(answers);
            bad = bad == null ? List.of() : List.copyOf(bad);
        }

        /** Whether it was answered so that nothing is handed over. */
        public boolean isBad(@Nullable String answer) {
            return answer != null && bad != null && bad.contains(answer);
        }
    }

    /** The check that asks whether the step helped, and its two answers. */
    public static final String STEP_HELPED = "step-helped";
    public static final String HELPED = "it helped";
    public static final String DID_NOT_HELP = "it did not help";

    /** The answer that leaves it open until days of use have shown it. */
    public static final String LATER = "judged after a week";

    public HandoverFacts {
        checks = List.copyOf(checks);
        advice = List.copyOf(advice);
    }

    /** A shop's own advice in place of what ships. @throws BadInput for text that is no list of advice */
    public HandoverFacts with(String json, String name) {
        return new HandoverFacts(checks, Json.readList(json, Advice.class, name));
    }

    /** The advice for a ticket. @param family its button layout; empty while that is not known */
    public List<Text> adviceFor(Ticket t, String family) {
        Map<String, String> facts = new HashMap<>(t.facts());
        facts.put("family", family);
        facts.put("leaves", t.leavesOwner() ? "yes" : "no");
        return advice.stream().filter(a -> a.when().entrySet().stream().allMatch(e -> e.getValue().contains(facts.getOrDefault(e.getKey(),
                "unknown")))).map(Advice::says).toList();
    }

    /** What may be answered on a ticket: to wait and see only where it takes days to show. */
    public static List<String> answers(Check check, Ticket t) {
        boolean later = t.problem().flatMap(Steps::route).filter(r -> Boolean.TRUE.equals(r.judgedLater())).isPresent();
        return check.answers().stream().filter(a -> later || !a.equals(LATER)).toList();
    }

    /** The checks after the present attempt; none before there is one, and before the hardware bench, which has its own. */
    public List<Check> after(Ticket t) {
        Attempt attempt = t.attempt().orElse(null);
        if (attempt == null) {
            return List.of();
        }
        String kind = kind(attempt);
        String goes = t.leavesOwner() ? "leaves" : "stays";
        return checks.stream().filter(c -> c.after().contains(kind) || attempt.lostData() && c.after().contains("lost"))
                .filter(c -> c.of() == null || c.of().equals(goes)).toList();
    }

    private static String kind(Attempt attempt) {
        Step step = attempt.known().orElse(null);
        if (step == null) {
            return attempt.written() == null ? "step" : "restore";
        }
        return step.isHardware() ? "" : step.writes() ? step.keeps() ? "update" : "restore" : step.keeps() ? "step" : "erase";
    }

    /** What a check says on a ticket: the version that was written, and whether the cable may go already. Common practice. */
    public static Text says(Check check, Ticket t) {
        return switch (check.id()) {
            case "version-matches" -> t.restored() == null ? check.says() : Text.of("core.handover.version-is", "version", t.restored());
            case "greeting-seen" -> Text.of("core.sentences", "first", check.says(), "then", Text.of(needsComputer(t)
                    ? "core.handover.leave-plugged"
                    : "core.handover.unplug"));
            default -> check.says();
        };
    }

    /** Whether something on the computer is still wanted: a computer backup, or activation where the device has no network. */
    private static boolean needsComputer(Ticket t) {
        boolean onComputer = t.backups().stream().anyMatch(b -> b.kind().equals("computer"))
                || t.fact("backup").filter(b -> b.equals("computer") || b.equals("both")).isPresent();
        return onComputer || t.says("online", YesNo.NO);
    }

    public static HandoverFacts shipped() {
        return Json.fact("handover.json", HandoverFacts.class);
    }
}
