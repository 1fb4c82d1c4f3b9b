package wistaxis.core.steps;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A way through a step that neither the computer nor the buttons lead through: stops in order, each with what is to be seen and what may be
 * answered. {@code guides.json}.
 *
 * @param of the step it is a way of; several ways may be of one
 */
public record Guide(String way, String of, Text title, List<Page> steps, Provenance provenance, String source) {
    /** The way from the greeting to first use. */
    public static final String SET_UP = "set-up";

    /** The settings that a device is left with, once it is in use. */
    public static final String AFTERWARDS = "afterwards";

    /** The ways into recovery and out of it without buttons. */
    public static final String INTO_RECOVERY = "into-recovery";
    public static final String OUT_OF_RECOVERY = "out-of-recovery";

    /** What follows once a carrier has unlocked a device. */
    public static final String UNLOCKED = "unlocked";

    private static final List<Guide> ALL = Json.fact("guides.json", Guides.class).guides();

    private record Guides(List<Guide> guides) {}

    /**
     * One thing to do, and what comes of it.
     *
     * @param see what shows that it went well
     * @param hands whose
     * @param low least usual minutes, 0 or more
     * @param high most usual minutes
     * @param counts the fact of the intake that says how often the repeated answer was given before; null where nothing is counted
     * @param limit so many in all, and no more are offered; null where there is no limit
     * @param minutes whether the minutes that the screen shows may be answered, as a number: it rings when they are over; null for not
     * @param when facts and the values for which it is there, all of them; null for always
     * @param ring minutes after the first answer of the guide at which it rings; null for not
     */
    public record Page(String id, Text title, Text see, HandsOn hands, double low, double high, @Nullable String counts,
            @Nullable Integer limit, @Nullable Integer ring, @Nullable Boolean minutes, @Nullable Map<String, List<String>> when,
                    List<Answer> answers) {
        public Page {
            answers = List.copyOf(answers);
        }

        /** The minutes that an answer says the screen shows, 1 to 9999; empty where it says none, or the page takes none. */
        public Optional<Integer> shown(String answer) {
            return Boolean.TRUE.equals(minutes) && answer.matches("[1-9][0-9]{0,3}") ? Optional.of(Integer.valueOf(answer))
                    : Optional.empty();
        }

        public Optional<Answer> answer(String answer) {
            return answers.stream().filter(a -> a.id().equals(answer)).findFirst();
        }

        private Page lasting(Minutes takes) {
            return new Page(id, title, see, hands, takes.low(), takes.high(), counts, limit, ring, minutes, when, answers);
        }
    }

    /**
     * @param to {@code next}, {@code again} (the same stop once more), {@code done}, {@code failed}, or a stop's id
     * @param then what to do about it; null where nothing
     * @param verdict of a check; null where nothing is judged
     * @param checks the check of the handover that it answers, and how: {@code CHECK=ANSWER}; null for none
     */
    public record Answer(String id, Text words, String to, @Nullable Text then, @Nullable Judgement verdict, @Nullable String checks) {
        /** What repeats a stop. */
        public static final String AGAIN = "again";
        static final String NEXT = "next";
        static final String DONE = "done";
        static final String FAILED = "failed";

        /** Whether it ends the guide well. */
        public boolean isDone() {
            return to.equals(DONE);
        }

        /** Whether it ends the guide, and the next step is to be taken. */
        public boolean isFailed() {
            return to.equals(FAILED);
        }

    }

    /** How long a stop takes, in minutes, least and most. */
    public record Minutes(double low, double high) {}

    /** An answer that was given. */
    public record Note(String way, String stop, String answer, Instant at) {}

    public Guide {
        steps = List.copyOf(steps);
    }

    /** The ways through a step; none for one that needs no leading. */
    public static List<Guide> of(String step) {
        return ALL.stream().filter(w -> w.of().equals(step)).toList();
    }

    public static Optional<Guide> find(String way) {
        return ALL.stream().filter(w -> w.way().equals(way)).findFirst();
    }

    /** The guide with the stops that are there under such facts. */
    public Guide where(Map<String, String> facts) {
        return with(e -> e.getValue().contains(facts.getOrDefault(e.getKey(), "unknown")));
    }

    /** The guide without the stops that such facts rule out; what they say nothing of stays. */
    public Guide unlessRuledOut(Map<String, String> facts) {
        return with(e -> !facts.containsKey(e.getKey()) || e.getValue().contains(facts.get(e.getKey())));
    }

    private Guide with(Predicate<Map.Entry<String, List<String>>> holds) {
        return new Guide(way, of, title, steps.stream().filter(s -> s.when() == null || s.when().entrySet().stream().allMatch(holds))
                .toList(), provenance, source);
    }

    /** The guide with lengths that are known better, in minutes by stop. */
    public Guide lasting(Map<String, Minutes> minutes) {
        return new Guide(way, of, title, steps.stream().map(s -> minutes.containsKey(s.id()) ? s.lasting(minutes.get(s.id())) : s).toList(),
                provenance, source);
    }

    public Optional<Page> stop(String id) {
        return steps.stream().filter(s -> s.id().equals(id)).findFirst();
    }
}
