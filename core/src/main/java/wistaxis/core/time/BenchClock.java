package wistaxis.core.time;

/**
 * Bench time as a function of real time: it runs at a rate from an anchor on. Real time is the one of keys and downloads,
 * bench time the one of mode windows and restores; they differ in simulated tickets only.
 *
 * @param rate bench seconds a real second: 1, 10 or 60 in the interface
 * @param realNanos a monotonic clock's reading at the anchor
 * @param benchNanos bench time at the anchor, nanoseconds since 1970 UTC
 */
public record BenchClock(int rate, long realNanos, long benchNanos) {
    public BenchClock {
        if (rate < 1 || rate > 3600) {
            throw new IllegalArgumentException("rate [" + rate + "]: write 1 to 3600");
        }
    }

    /** Bench time at a reading of the same monotonic clock. */
    public long at(long nowRealNanos) {
        return benchNanos + (nowRealNanos - realNanos) * rate;
    }

    /** So much further on: the computer slept, while the monotonic clock stood still. @param nanos 0 or more */
    public BenchClock slept(long nanos) {
        return new BenchClock(rate, realNanos, benchNanos + nanos);
    }

    /** The same moment, another rate from here on. */
    public BenchClock withRate(int nextRate, long nowRealNanos) {
        return new BenchClock(nextRate, nowRealNanos, at(nowRealNanos));
    }
}
