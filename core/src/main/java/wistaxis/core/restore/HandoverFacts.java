package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<String> advice) {
    /**
     * @param after where it is asked: after a {@code restore}, an {@code update}, an {@code erase} by the device itself,
     *     any other {@code step}, or what has {@code lost} the data it should have kept
     * @param answers what can be answered; one of them settles the check
     */
    public record Check(String id, List<String> after, String says, List<String> answers, Provenance provenance, String source) {
        public Check {
            after = List.copyOf(after);
            answers = List.copyOf(answers);
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

    public static HandoverFacts shipped() {
        return Json.fact("handover.json", HandoverFacts.class);
    }
}
