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
        assertThat(TimeLane.x(NOW.minus(Duration.ofMinutes(20)), NOW, 1200)).isZero();
        assertThat(TimeLane.x(NOW, NOW, 1200)).isEqualTo(200);
        assertThat(TimeLane.x(NOW.plus(Duration.ofMinutes(100)), NOW, 1200)).isEqualTo(1200);
        assertThat(TimeLane.x(NOW.plus(Duration.ofMinutes(50)), NOW, 600)).isEqualTo(350);
    }
}
