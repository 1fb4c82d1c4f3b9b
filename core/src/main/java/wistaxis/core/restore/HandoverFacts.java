package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<String> advice) {
    /**
     * @param after where it is asked: after a {@code restore}, an {@code update}, an {@code erase} by the device itself, or any other {@code step}
     * @param answers what can be answered; one of them settles the check
     */
    public record Check(String id, List<String> after, String says, List<String> answers, Provenance provenance, String source) {
        public Check {
            after = List.copyOf(after);
            answers = List.copyOf(answers);
        }
    }

    public HandoverFacts {
        checks = List.copyOf(checks);
        advice = List.copyOf(advice);
    }

    /** The checks after a route's step. */
    public List<Check> after(String step) {
        String kind = step.endsWith("-restore") ? "restore" : step.endsWith("-update") ? "update" : step.endsWith("-erase") ? "erase" : "step";
        return checks.stream().filter(c -> c.after().contains(kind)).toList();
    }

    public static HandoverFacts shipped() {
        return Json.fact("handover.json", HandoverFacts.class);
    }
}
