package wistaxis.core.restore;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.YesNo;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<Advice> advice) {
    /**
     * What a customer is told, by what happened.
     *
     * @param when facts of the ticket and the values for which it is said, all of them; empty for always. {@code family} is the button
     *     layout
     */
    public record Advice(Map<String, List<String>> when, Text says, Provenance provenance, String source) {
        public Advice {
            when = Map.copyOf(when);
        }
    }

    /**
     * @param after where it is asked: after a {@code restore}, an {@code update}, an {@code erase} by the device itself,
     *     any other {@code step}, or what has {@code lost} the data it should have kept
     * @param answers what can be answered; one of them settles the check
     * @param bad those of them with which nothing is handed over; null for none
     */
    public record Check(String id, List<String> after, Text says, List<String> answers, @Nullable List<String> bad,
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
        return advice.stream().filter(a -> a.when().entrySet().stream().allMatch(e -> e.getValue().contains(e.getKey().equals("family")
                ? family : t.facts().getOrDefault(e.getKey(), "unknown")))).map(Advice::says).toList();
    }

    /** The checks after an attempt; none before the hardware bench, which has its own. */
    public List<Check> after(Attempt attempt) {
        String kind = kind(attempt);
        return checks.stream().filter(c -> c.after().contains(kind) || attempt.lostData() && c.after().contains("lost")).toList();
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
