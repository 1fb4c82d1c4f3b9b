package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/**
 * A row of the bench's table "you see, the computer sees, it means": names the state of a device that nobody can look into.
 *
 * @param goals what was wanted; null for any
 * @param success whether that reaches the goal
 * @param state what it means
 * @param next the right next start
 */
public record Reading(List<Sight> sees, List<ComputerSees> computer, @Nullable List<Goal> goals, boolean success, Text state, Text next,
        Provenance provenance, String source) {
    private static final String SAID = "reading";
    private static final List<Reading> ALL = Json.fact("readings.json", Readings.class).readings();

    private record Readings(List<Reading> readings) {}

    /** What a person can say of a device. */
    public enum Sight {
        BLACK, BOOT_LOGO, LOCK_SCREEN, CABLE_SCREEN, NO_REACTION;

        public String words() {
            return t("core.screen." + this);
        }

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public Reading {
        sees = List.copyOf(sees);
        computer = List.copyOf(computer);
        goals = goals == null ? null : List.copyOf(goals);
    }

    /** The first row that fits; there is one for everything. */
    public static Reading of(Goal goal, Sight seen, ComputerSees computer) {
        return ALL.stream().filter(r -> r.fits(goal) && r.sees().contains(seen) && r.computer().contains(computer)).findFirst()
                .orElseThrow(() -> new IllegalStateException("no reading for [" + goal + "], [" + seen + "], [" + computer + "]"));
    }

    /** What a row meant, as it is kept. */
    public static Said said(Goal goal, Sight seen, ComputerSees computer) {
        return Said.of(SAID, "goal", goal.toString(), "seen", seen.toString(), "host", computer.toString());
    }

    /** What was kept so, in a sentence; empty for anything else. */
    public static Optional<Text> says(Said said) {
        return !said.key().equals(SAID) ? Optional.empty() : named(Goal.values(), said.value("goal"))
                .flatMap(g -> named(Sight.values(), said.value("seen")).flatMap(s -> named(ComputerSees.values(), said.value("host"))
                .map(h -> of(g, s, h).state())));
    }

    private static <E extends Enum<E>> Optional<E> named(E[] all, String name) {
        return Arrays.stream(all).filter(e -> e.toString().equals(name)).findFirst();
    }

    /** The rows that can be read for a goal, in order, without the last, which fits everything. */
    public static List<Reading> of(Goal goal) {
        return ALL.stream().limit(ALL.size() - 1L)
                .filter(r -> r.sees().stream().anyMatch(s -> r.computer().stream().anyMatch(h -> of(goal, s, h) == r))).toList();
    }

    private boolean fits(Goal goal) {
        return goals == null || goals.contains(goal);
    }
}
