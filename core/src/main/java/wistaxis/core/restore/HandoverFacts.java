package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/** The checks of the handover and the advice to the customer. */
public record HandoverFacts(List<Check> checks, List<String> advice) {
    /** @param answers what can be answered; one of them closes the check */
    public record Check(String id, String says, List<String> answers, Provenance provenance, String source) {
        public Check {
            answers = List.copyOf(answers);
        }
    }

    public HandoverFacts {
        checks = List.copyOf(checks);
        advice = List.copyOf(advice);
    }

    public static HandoverFacts shipped() {
        return Json.fact("handover.json", HandoverFacts.class);
    }
}
