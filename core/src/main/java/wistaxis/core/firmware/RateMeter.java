package wistaxis.core.firmware;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import wistaxis.core.time.Range;

/** The rate of a transfer over the last seconds, and what it says about the time left. Not thread-safe. */
public final class RateMeter {
    private static final long LOOK_BACK = 12_000_000_000L;
    private static final long SLICE = 500_000_000L;

    /** From so many slices on the time left is a range of what they say. */
    private static final int SLICES_FOR_A_RANGE = 4;

    /** Bytes a second below which nothing comes. */
    private static final double NOTHING = 1;

    private final Deque<long[]> marks = new ArrayDeque<>();

    /** @param bytes moved so far, never less than before */
    public void mark(long nowNanos, long bytes) {
        if (marks.size() > 1 && nowNanos - marks.getFirst()[0] > LOOK_BACK) {
            marks.removeFirst();
        }
        if (marks.size() > 1 && nowNanos - secondLast()[0] < SLICE) {
            marks.removeLast();
        }
        marks.addLast(new long[] {nowNanos, bytes});
    }

    private long[] secondLast() {
        long[] last = marks.removeLast();
        long[] second = marks.getLast();
        marks.addLast(last);
        return second;
    }

    /** @return bytes a second; empty before two marks lie at least a quarter of a second apart */
    public OptionalDouble bytesPerSecond() {
        if (marks.size() < 2) {
            return OptionalDouble.empty();
        }
        long nanos = marks.getLast()[0] - marks.getFirst()[0];
        return nanos < 250_000_000L ? OptionalDouble.empty() : OptionalDouble.of((marks.getLast()[1] - marks.getFirst()[1]) * 1e9 / nanos);
    }

    /**
     * Seconds until so many bytes more have come: the mean rate in the middle; the ends are the 10th and 90th percentile of the recent
     * half seconds' rates, drawn together by the
     * number of them that are left, as chance evens out over a longer time.
     *
     * @return empty while the rate is unknown or nothing comes
     */
    public Optional<Range> secondsLeft(long bytesLeft) {
        double mean = bytesPerSecond().orElse(0);
        if (mean < NOTHING) {
            return Optional.empty();
        }
        double mid = bytesLeft / mean;
        List<Double> slices = slices();
        if (slices.size() < SLICES_FOR_A_RANGE) {
            return Optional.of(new Range(mid, mid, mid, 0));
        }
        Range rates = Range.of(slices);
        double even = 1 / Math.sqrt(Math.max(1, mid / (SLICE / 1e9)));
        double fast = Math.max(mean, mean + (rates.high() - mean) * even);
        double slow = Math.min(mean, Math.max(mean * 0.1, mean - (mean - rates.low()) * even));
        return Optional.of(new Range(bytesLeft / fast, mid, bytesLeft / slow, slices.size()));
    }

    private List<Double> slices() {
        List<Double> rates = new ArrayList<>();
        long[] before = null;
        for (long[] mark : marks) {
            if (before != null && mark[0] > before[0]) {
                rates.add((mark[1] - before[1]) * 1e9 / (mark[0] - before[0]));
            }
            before = mark;
        }
        return rates;
    }
}
