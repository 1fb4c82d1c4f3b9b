package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.Goal;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.ticket.EventWords;
import wistaxis.workbench.practice.Coaching;
import wistaxis.workbench.practice.Drill;

/** The coach in the drill, without a window: every family and goal to its state, and every mistake explained by its name. */
class DrillTest {
    /** After the key that starts: the tone has to be made ready, and the count-in. */
    private static final double COUNTED_IN = 3.5;

    @TempDir
    private Path folder = Path.of("");

    /** Every method of every family and goal, to the state that it is for. */
    @Test
    void forEveryFamilyAndGoalTheCoachLeadsToTheRightState() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            Drill drill = at.bench.drill();
            Coaching coaching = drill.coaching();
            for (ButtonLayout family : ButtonLayout.values()) {
                for (Goal goal : Goal.values()) {
                    drill.choose(family);
                    drill.choose(goal);
                    coaching.showMe();
                    at.passes(120, () -> coaching.verdict().isPresent());
                    assertThat(coaching.verdict()).as(coaching.method().orElseThrow().key())
                            .hasValueSatisfying(v -> assertThat(v.success()).as(EventWords.of(v.says()).toString()).isTrue());
                }
            }
            assertThat(at.bench.practice().attempts()).as("shown, not practised").isEmpty();
        }
    }

    /**
     * Common practice's mistakes by family and goal, made with keys by feel. Capitals press, small letters let go, P pulls the cable;
     * seconds after the count-in.
     */
    private static final String MISTAKES = """
        SIDE-KEY   | recovery  | U0 u.3 D.6 d.9 S1.2 s13         | at the boot logo after
        SIDE-KEY   | recovery  | U0 u.3 D2.5 d2.8 S4.5 s14.5     | too slow
        SIDE-KEY   | recovery  | D0 d.3 U.6 u.9 S1.2 s12         | wrong order
        SIDE-KEY   | recovery  | U0 u.3 D.6 d.9 S1.2 P9 s24      | cable came out
        SIDE-KEY   | dfu       | U0 u.3 D.6 d.9 S1.2 D11 s13 d22 | both buttons for
        SIDE-KEY   | power-off | S0 s15                          | slider
        HOME-PHONE | recovery  | H0 S.1 s13 h13                  | at the boot logo after
        """;

    @Test
    void everyMistakeMadeWithButtonsIsExplainedByName() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            Drill drill = at.bench.drill();
            Coaching coaching = drill.coaching();
            drill.blind(true);
            for (String row : MISTAKES.strip().split("\n")) {
                String[] cells = row.strip().split("\\s*\\|\\s*");
                drill.choose(ButtonLayout.valueOf(cells[0].replace('-', '_')));
                drill.choose(Goal.valueOf(cells[1].replace('-', '_').toUpperCase(Locale.ROOT)));
                int before = at.bench.practice().attempts().size();
                coaching.begin();
                play(at, cells[2]);
                at.passes(60, () -> coaching.verdict().isPresent());
                assertThat(coaching.verdict()).as(row).hasValueSatisfying(v -> {
                    assertThat(v.success()).isFalse();
                    assertThat(EventWords.of(v.says())).asString().contains(cells[3]);
                    assertThat(v.next()).isNotNull();
                });
                assertThat(at.bench.practice().attempts()).as(row).hasSize(before + 1).last().satisfies(d -> {
                    assertThat(d.landed()).isFalse();
                    assertThat(d.blind()).isTrue();
                    assertThat(d.steps()).as("a step out of its margin, or not reached").anyMatch(s -> !s.inTime());
                });
            }
        }
    }

    private static void play(BenchAtWork at, String keys) {
        Coaching coaching = at.bench.drill().coaching();
        for (String k : keys.split("\\s+")) {
            long due = coaching.attemptNanos() + Math.round((COUNTED_IN + Double.parseDouble(k.substring(1))) * 1e9);
            at.passes(60, () -> at.bench.nowNanos() >= due);
            DeviceButton button = switch (Character.toUpperCase(k.charAt(0))) {
                case 'U' -> DeviceButton.VOLUME_UP;
                case 'D' -> DeviceButton.VOLUME_DOWN;
                case 'H' -> DeviceButton.HOME;
                default -> at.bench.drill().family().powerButton();
            };
            if (k.charAt(0) == 'P') {
                coaching.toggleCable();
            } else if (Character.isUpperCase(k.charAt(0))) {
                coaching.press(button);
            } else {
                coaching.release(button);
            }
        }
    }
}
