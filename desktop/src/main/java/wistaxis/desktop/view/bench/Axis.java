package wistaxis.desktop.view.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * The stretch of time that the bench shows.
 *
 * @param back where it begins, before now; negative for after now
 * @param length half an hour to two days
 */
record Axis(Duration back, Duration length) {
    private static final Duration LEAST = Duration.ofMinutes(30);
    private static final Duration MOST = Duration.ofHours(48);

    /** Nobody plans further than ten days away. Ours. */
    private static final Duration FAR = Duration.ofDays(10);

    /** Lines are so many minutes apart, at most seven of them. */
    private static final List<Integer> STEPS = List.of(5, 10, 20, 30, 60, 120, 240, 360);
    private static final int LINES = 7;

    static final Axis USUAL = new Axis(Duration.ofMinutes(20), Duration.ofMinutes(120));

    Axis {
        length = length.compareTo(LEAST) < 0 ? LEAST : length.compareTo(MOST) > 0 ? MOST : length;
        back = back.abs().compareTo(FAR) > 0 ? (back.isNegative() ? FAR.negated() : FAR) : back;
    }

    /** Position of a moment, pixels. @param width of the whole */
    double x(Instant at, Instant now, double width) {
        return width * (Duration.between(now, at).toMillis() + back.toMillis()) / length.toMillis();
    }

    /** Half as much time, or twice, where now keeps its place as far as it is seen. */
    Axis zoomed(boolean closer) {
        Duration next = closer ? length.dividedBy(2) : length.multipliedBy(2);
        Axis axis = new Axis(back, next);
        boolean seen = !back.isNegative() && back.compareTo(length) < 0;
        return seen ? new Axis(Duration.ofMillis(Math.round((double) back.toMillis() * axis.length.toMillis() / length.toMillis())), next)
                : axis;
    }

    /** Later, or earlier for a negative share, by a share of what is shown. */
    Axis shifted(double share) {
        return new Axis(back.minusMillis(Math.round(share * length.toMillis())), length);
    }

    Instant from(Instant now) {
        return now.minus(back);
    }

    Instant to(Instant now) {
        return from(now).plus(length);
    }

    Duration step() {
        return Duration.ofMinutes(STEPS.stream().filter(s -> length.toMinutes() <= (long) LINES * s).findFirst().orElse(STEPS.getLast()));
    }
}
