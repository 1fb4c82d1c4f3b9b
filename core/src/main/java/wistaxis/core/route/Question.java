package wistaxis.core.route;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.facts.Provenance;

/**
 * A question of the intake.
 *
 * @param kind how it is answered: {@code choice} of one, {@code several}, {@code device}, {@code keys}, {@code version}, {@code day},
 *     {@code imei} or {@code promise}
 * @param facts the facts that it settles; it is answered once all are there
 * @param when what must be known for it to matter, as the rules see it
 */
public record Question(
        String question, String asks, String why, String kind, List<String> facts, Map<String, List<String>> when, List<Answer> answers,
        Provenance provenance, String source) {
    public Question {
        facts = List.copyOf(facts);
        when = Map.copyOf(when);
        answers = List.copyOf(answers);
    }

    /** @param sets the facts that it records */
    public record Answer(String value, String words, Map<String, String> sets) {
        public Answer {
            sets = Map.copyOf(sets);
        }

        boolean isIn(Map<String, String> facts) {
            return !sets.isEmpty() && facts.entrySet().containsAll(sets.entrySet());
        }
    }

    /** The words of a recorded value of its first fact, or nothing when it is no listed answer. */
    public Optional<String> words(String fact, String value) {
        return answers.stream().filter(a -> value.equals(a.sets().get(fact)) && a.sets().size() == 1).map(Answer::words).findFirst();
    }
}
