package wistaxis.desktop.view.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

/** Geometry of the time axis, without a window. */
class TimeLaneTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @Test
    void theAxisShowsTwentyMinutesBackAndAHundredAhead() {
        assertThat(Axis.USUAL.x(NOW.minus(Duration.ofMinutes(20)), NOW, 1200)).isZero();
        assertThat(Axis.USUAL.x(NOW, NOW, 1200)).isEqualTo(200);
        assertThat(Axis.USUAL.x(NOW.plus(Duration.ofMinutes(100)), NOW, 1200)).isEqualTo(1200);
        assertThat(Axis.USUAL.x(NOW.plus(Duration.ofMinutes(50)), NOW, 600)).isEqualTo(350);
    }

    @Test
    void theAxisZoomsAroundNowAndGoesNoFurtherThanPeoplePlan() {
        Axis closer = Axis.USUAL.zoomed(true);
        assertThat(closer.length()).hasMinutes(60);
        assertThat(closer.x(NOW, NOW, 1200)).as("now stays where it was").isEqualTo(200);
        assertThat(closer.zoomed(true).zoomed(true).length()).hasMinutes(30);
        Axis wide = Axis.USUAL;
        for (int i = 0; i < 9; i++) {
            wide = wide.zoomed(false);
        }
        assertThat(wide.length()).hasHours(48);
        assertThat(wide.step()).hasMinutes(360);
        assertThat(Axis.USUAL.shifted(0.5).from(NOW)).isEqualTo(NOW.plus(Duration.ofMinutes(40)));
        Axis far = Axis.USUAL;
        for (int i = 0; i < 999; i++) {
            far = far.shifted(1);
        }
        assertThat(far.from(NOW)).isEqualTo(NOW.plus(Duration.ofDays(10)));
    }
}
