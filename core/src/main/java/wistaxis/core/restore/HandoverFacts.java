package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<String> advice) {
    /**
     * @param after {@code restore} after a restore, {@code step} after any other step
     * @param answers what can be answered; one of them settles the check
     */
    public record Check(String id, String after, String says, List<String> answers, Provenance provenance, String source) {
        public Check {
            answers = List.copyOf(answers);
        }
    }

    public HandoverFacts {
        checks = List.copyOf(checks);
        advice = List.copyOf(advice);
    }

    /** The checks after a route's step. */
    public List<Check> after(String step) {
        return checks.stream().filter(c -> c.after().equals(step.endsWith("-restore") ? "restore" : "step")).toList();
    }

    public static HandoverFacts shipped() {
        return Json.fact("handover.json", HandoverFacts.class);
    }
}
