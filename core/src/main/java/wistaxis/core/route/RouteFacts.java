package wistaxis.core.route;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Map;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Word;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.words.Text;

/** The shapes of {@code routes.json}. */
public final class RouteFacts {
    private RouteFacts() {}

    /**
     * What a rule does. {@code STOP} ends the job; {@code CONTRADICTION} says that two facts do not go together; {@code REFUSE} and
     * {@code BLOCK} take a step out for good or for now; {@code ADVISE_AGAINST} leaves it open but does not recommend it; {@code REASON}
     * adds words, {@code CAUTION} a warning, {@code TELL} one that the owner hears before agreeing, {@code LOSE} one of these that names a
     * loss, which an earlier consent only covers if it was said then.
     */
    public enum Effect {
        STOP, CONTRADICTION, REFUSE, BLOCK, ADVISE_AGAINST, REASON, CAUTION, TELL, LOSE;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /**
     * A rule with its reason.
     *
     * @param when facts and the values for which the rule holds, all of them; {@code unknown} is the value of a missing fact
     * @param steps the steps it is about; empty for a stop and a contradiction
     * @param firm whether a technician may not overrule it
     * @param settledByConsent whether asking for the owner's consent is what lifts it
     * @param says the reason; words in braces are filled in
     */
    public record Rule(
            String id, Effect effect, Map<String, List<String>> when, List<String> steps, boolean firm, boolean settledByConsent,
            Text says, Provenance provenance,
            String source) {
        public Rule {
            when = Map.copyOf(when);
            steps = List.copyOf(steps);
        }

        boolean holds(Map<String, String> facts) {
            return when.entrySet().stream().allMatch(e -> e.getValue().contains(facts.getOrDefault(e.getKey(), "unknown")));
        }
    }

    /**
     * Where practitioners disagree: the shop chooses.
     *
     * @param options the first is the usual one
     * @param moves for an option: a step that moves before another one
     */
    public record Preference(
            String preference, Text asks, Text why, List<Option> options, Map<String, List<String>> moves, Provenance provenance,
            String source) {}

    /** One way of the shop: a value and its words. */
    public record Option(String value, Text words) {
        @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
        static Option of(List<String> both) {
            return new Option(both.getFirst(), Text.of(both.getLast()));
        }
    }

    record Routes(List<Step> steps, List<UsualRoute> routes, List<Preference> preferences, List<Steps.Wait> waits, List<Rule> rules) {}
}
