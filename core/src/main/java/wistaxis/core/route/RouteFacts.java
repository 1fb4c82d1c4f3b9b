package wistaxis.core.route;

import java.util.List;
import java.util.Map;
import wistaxis.core.facts.Provenance;

/** The shapes of {@code routes.json} and {@code questions.json}. */
public final class RouteFacts {
    private RouteFacts() {}

    /**
     * A step that can help.
     *
     * @param keeps whether what is on the device stays
     * @param minutes lowest and highest usual length, whole minutes
     * @param work {@code hands}, {@code unattended} or {@code mixed}
     */
    public record StepFact(
            String id, String title, boolean keeps, List<Integer> minutes, List<String> needs, String work, String says, Provenance provenance, String source) {
        public StepFact {
            minutes = List.copyOf(minutes);
            needs = List.copyOf(needs);
        }
    }

    /** The steps for a trouble, least destructive first. */
    public record Ladder(String trouble, String words, List<String> steps, Provenance provenance, String source) {
        public Ladder {
            steps = List.copyOf(steps);
        }
    }

    /**
     * A rule with its reason.
     *
     * @param effect {@code stop} ends the job, {@code refuse} and {@code block} take a step out for good or for now,
     *     {@code caution} and {@code reason} add words
     * @param when facts and the values for which the rule holds, all of them; {@code unknown} is the value of a missing fact
     * @param steps the steps it is about; empty for a stop
     * @param settledByConsent whether asking for the owner's consent is what lifts it
     */
    public record Rule(
            String id, String effect, Map<String, List<String>> when, List<String> steps, boolean settledByConsent, String says, Provenance provenance,
            String source) {
        public Rule {
            when = Map.copyOf(when);
            steps = List.copyOf(steps);
        }
    }

    /**
     * A question of the intake.
     *
     * @param answers pairs of value and words
     */
    public record Question(String fact, String asks, String why, List<List<String>> answers) {}

    record Routes(List<StepFact> steps, List<Ladder> ladders, List<Rule> rules) {}

    record Questions(List<Question> questions) {}
}
