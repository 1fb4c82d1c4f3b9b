package wistaxis.workbench.life;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.function.LongSupplier;
import wistaxis.core.time.BenchClock;
import wistaxis.core.time.BenchTime;

/**
 * The bench's time. Within a run of keys it goes by the monotonic clock; beside that it follows the wall clock, over a night's sleep of
 * the computer and, at the real bench, over a clock that is set.
 * The interface thread's, but for {@link #now()} and {@link #nowNanos()}.
 */
public final class TimeKeeper {
    /** Less is what two clocks differ by anyway. */
    private static final long APART_NANOS = 2_000_000_000L;

    private final LongSupplier realNanos;
    private final InstantSource wall;
    private final boolean simulated;
    private Duration leapt = Duration.ZERO;
    private long baseReal;
    private long baseWall;
    private long lastReal;
    private long lastWall;
    private volatile BenchClock clock;

    /**
     * @param start bench time at the start
     * @param realNanos a monotonic clock, which may stand still while the computer sleeps
     * @param wall the wall clock, which does not
     * @param simulated whether the time is practice, which may run ahead of the wall clock
     */
    public TimeKeeper(Instant start, LongSupplier realNanos, InstantSource wall, boolean simulated) {
        this.realNanos = realNanos;
        this.wall = wall;
        this.simulated = simulated;
        this.clock = new BenchClock(1, realNanos.getAsLong(), BenchTime.nanos(start));
    }

    /** The monotonic clock, nanoseconds. */
    public long realNanos() {
        return realNanos.getAsLong();
    }

    public Instant now() {
        return BenchTime.instant(nowNanos());
    }

    /** Bench time in nanoseconds since 1970 UTC. */
    public long nowNanos() {
        return clock.at(realNanos.getAsLong());
    }

    public int rate() {
        return clock.rate();
    }

    /** @return whether that is another one */
    public boolean rate(int rate) {
        boolean other = rate != clock.rate();
        clock = other ? clock.withRate(rate, realNanos.getAsLong()) : clock;
        return other;
    }

    /** By how much more than the monotonic clock the wall clock went on, at the last look; negative when it was set back. */
    public Duration leapt() {
        return leapt;
    }

    /**
     * Looks whether the wall clock went on by more, or by less, than the monotonic clock: at once, as over a sleep, or little by little, as
     * two clocks that run unlike in a window that stays open for weeks.
     *
     * @param buttons whether keys run, which nothing may disturb
     * @return whether the bench's time was changed
     */
    public boolean follow(boolean buttons) {
        long real = realNanos.getAsLong();
        long now = BenchTime.nanos(wall.instant());
        if (lastReal == 0) {
            baseReal = real;
            baseWall = now;
        }
        long off = now - baseWall - (real - baseReal);
        boolean apart = off > APART_NANOS || off < -APART_NANOS;
        if (apart && buttons) {
            return false; // looked at again when they have ended
        }
        leapt = lastReal == 0 ? Duration.ZERO : Duration.ofNanos(now - lastWall - (real - lastReal));
        lastReal = real;
        lastWall = now;
        boolean follows = apart && (off > 0 || !simulated);
        if (apart) {
            baseReal = real;
            baseWall = now;
        }
        clock = follows ? clock.slept(off) : clock;
        return follows;
    }
}
