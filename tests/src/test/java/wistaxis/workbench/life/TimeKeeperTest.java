package wistaxis.workbench.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

/** The monotonic clock may stand still while the computer sleeps, and the wall clock may be set. */
class TimeKeeperTest {
    private static final Instant NOW = Instant.parse("2026-05-12T18:00:00Z");

    private long real = 1;
    private Instant wall = NOW;

    private TimeKeeper keeper(boolean simulated) {
        TimeKeeper keeper = new TimeKeeper(NOW, () -> real, () -> wall, simulated);
        keeper.follow(false);
        return keeper;
    }

    private void passes(Duration onReal, Duration onWall) {
        real += onReal.toNanos();
        wall = wall.plus(onWall);
    }

    @Test
    public void theBenchIsOnTimeAfterANight() {
        TimeKeeper keeper = keeper(true);
        passes(Duration.ofSeconds(1), Duration.ofHours(8));
        assertThat(keeper.follow(true)).as("not while keys run").isFalse();
        assertThat(keeper.now()).isEqualTo(NOW.plusSeconds(1));
        passes(Duration.ofSeconds(10), Duration.ofSeconds(10));
        assertThat(keeper.follow(false)).as("as soon as they have ended").isTrue();
        assertThat(keeper.now()).isEqualTo(NOW.plus(Duration.ofHours(8)).plusSeconds(10));
        assertThat(keeper.follow(false)).isFalse();
    }

    /** Two clocks that run unlike by 30 s a week, which many do: a window that is open for two weeks still has the clock on the wall. */
    @Test
    public void theBenchIsOnTimeAfterTwoWeeks() {
        for (int sign : new int[] {1, -1}) {
            real = 1;
            wall = NOW;
            TimeKeeper keeper = keeper(false);
            Duration hour = Duration.ofHours(1);
            for (int i = 0; i < 14 * 24; i++) {
                passes(hour, hour.plusMillis(sign * 180));
                keeper.follow(false);
                assertThat(keeper.leapt().abs()).as("nothing leapt").isLessThan(Duration.ofSeconds(1));
            }
            assertThat(Duration.between(keeper.now(), wall).abs()).isLessThanOrEqualTo(Duration.ofSeconds(2));
        }
    }

    /** Practice time runs ahead by itself and never goes back; the real bench has the time of the clock on the wall. */
    @Test
    public void aClockThatIsSetBackIsFollowedAtTheRealBenchOnly() {
        for (boolean simulated : new boolean[] {true, false}) {
            real = 1;
            wall = NOW;
            TimeKeeper keeper = keeper(simulated);
            passes(Duration.ofMinutes(1), Duration.ofMinutes(-59));
            assertThat(keeper.follow(false)).isEqualTo(!simulated);
            assertThat(keeper.now()).isEqualTo(simulated ? NOW.plusSeconds(60) : NOW.minus(Duration.ofMinutes(59)));
        }
    }

    @Test
    public void paceIsOfPracticeTime() {
        TimeKeeper keeper = keeper(true);
        assertThat(keeper.rate(60)).isTrue();
        assertThat(keeper.rate(60)).isFalse();
        passes(Duration.ofSeconds(10), Duration.ofSeconds(10));
        assertThat(keeper.follow(false)).as("ahead, and not asleep").isFalse();
        assertThat(keeper.now()).isEqualTo(NOW.plus(Duration.ofMinutes(10)));
    }
}
