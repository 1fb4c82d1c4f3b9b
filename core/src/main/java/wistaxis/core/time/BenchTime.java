package wistaxis.core.time;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/**
 * Times that cannot be reckoned over the edge: what lies outside the years 1970 to 2199 is taken for the edge, so that no sum or
 * difference wraps.
 */
public final class BenchTime {
    public static final Instant FIRST = Instant.EPOCH;
    public static final Instant LAST = Instant.parse("2199-12-31T00:00:00Z");

    private static final long SECOND = 1_000_000_000L;

    private BenchTime() {}

    public static Instant clamp(Instant at) {
        return at.isBefore(FIRST) ? FIRST : at.isAfter(LAST) ? LAST : at;
    }

    public static boolean isSane(Instant at) {
        return clamp(at).equals(at);
    }

    /** Nanoseconds since 1970 UTC, of the clamped time. */
    public static long nanos(Instant at) {
        Instant sane = clamp(at);
        return sane.getEpochSecond() * SECOND + sane.getNano();
    }

    /** @param nanos since 1970 UTC */
    public static Instant instant(long nanos) {
        return Instant.ofEpochSecond(Math.floorDiv(nanos, SECOND), Math.floorMod(nanos, SECOND));
    }

    /** The same time of day on the next day: 23, 24 or 25 hours on, as the zone's summer time has it. */
    public static Instant nextDay(Instant at, ZoneId zone) {
        return clamp(at).atZone(zone).plusDays(1).toInstant();
    }

    /** The last full hour on the clocks of a zone; some are half an hour off. */
    public static Instant fullHour(Instant at, ZoneId zone) {
        return clamp(at).atZone(zone).truncatedTo(ChronoUnit.HOURS).toInstant();
    }

    /** From one clamped time to another; negative when it runs back. */
    public static Duration between(Instant from, Instant to) {
        return Duration.between(clamp(from), clamp(to));
    }
}
