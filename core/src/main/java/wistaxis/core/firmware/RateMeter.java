package wistaxis.core.firmware;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.OptionalDouble;

/** The rate of a transfer over the last seconds, and what it says about the time left. Not thread-safe. */
public final class RateMeter {
    private static final long LOOK_BACK = 4_000_000_000L;

    private final Deque<long[]> marks = new ArrayDeque<>();

    /** @param bytes moved so far, never less than before */
    public void mark(long nowNanos, long bytes) {
        marks.addLast(new long[] {nowNanos, bytes});
        while (marks.size() > 2 && nowNanos - marks.getFirst()[0] > LOOK_BACK) {
            marks.removeFirst();
        }
    }

    /** @return bytes a second; empty before two marks lie at least a quarter of a second apart */
    public OptionalDouble bytesPerSecond() {
        if (marks.size() < 2) {
            return OptionalDouble.empty();
        }
        long nanos = marks.getLast()[0] - marks.getFirst()[0];
        return nanos < 250_000_000L ? OptionalDouble.empty() : OptionalDouble.of((marks.getLast()[1] - marks.getFirst()[1]) * 1e9 / nanos);
    }

    /** @return seconds until so many bytes more have come; empty while the rate is unknown or nothing comes */
    public OptionalDouble secondsFor(long bytesLeft) {
        OptionalDouble rate = bytesPerSecond();
        return rate.isEmpty() || rate.getAsDouble() <= 0 ? OptionalDouble.empty() : OptionalDouble.of(bytesLeft / rate.getAsDouble());
    }
}
