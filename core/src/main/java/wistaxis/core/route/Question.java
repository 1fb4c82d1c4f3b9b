package wistaxis.core.route;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Word;
import wistaxis.core.steps.Problem;
import wistaxis.core.words.Text;

/**
 * A question of the intake.
 *
 * @param kind how it is answered
 * @param facts the facts that it settles; it is answered once all are there
 * @param when what must be known for it to matter, as the rules see it
 */
public record Question(
        String question, Text asks, Text why, Kind kind, List<String> facts, Map<String, List<String>> when, List<Answer> answers,
        Provenance provenance, String source) {
    public Question {
        facts = List.copyOf(facts);
        when = Map.copyOf(when);
        answers = List.copyOf(answers);
    }

    private static final String DAMAGE = "damage";

    /** How a question is answered: by one of its answers, several of them, or what is typed or tapped. */
    public enum Kind {
        CHOICE, SEVERAL, DEVICE, KEYS, VERSION, DAY, IMEI, PROMISE;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** Whether it is the one that all others wait for. */
    public boolean isProblem() {
        return question.equals(Problem.FACT);
    }

    boolean isDamage() {
        return question.equals(DAMAGE);
    }

    /** @param sets the facts that it records */
    public record Answer(String value, Text words, Map<String, String> sets) {
        public Answer {
            sets = Map.copyOf(sets);
        }

        boolean isIn(Map<String, String> facts) {
            return !sets.isEmpty() && facts.entrySet().containsAll(sets.entrySet());
        }
    }

    /** The words of a recorded value of its first fact, or nothing when it is no listed answer. */
    public Optional<Text> words(String fact, String value) {
        return answers.stream().filter(a -> value.equals(a.sets().get(fact)) && a.sets().size() == 1).map(Answer::words).findFirst();
    }
}
