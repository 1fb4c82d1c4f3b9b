package wistaxis.core.time;

import java.util.Arrays;
import java.util.Collection;
import java.util.function.DoubleUnaryOperator;

/**
 * What to expect of a length or a rate: the 10th, 50th and 90th percentile of what was measured, or a stated default.
 *
 * @param cases how many were measured; 0 for a default
 */
public record Range(double low, double mid, double high, int cases) {
    public Range {
        if (!(low <= mid && mid <= high)) {
            throw new IllegalArgumentException("[" + low + ", " + mid + ", " + high + "] is no range; write them in order");
        }
    }

    /** @throws IllegalArgumentException for no values */
    public static Range of(Collection<Double> measured) {
        double[] sorted = measured.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return new Range(percentile(sorted, 0.1), percentile(sorted, 0.5), percentile(sorted, 0.9), sorted.length);
    }

    /**
     * The percentile by linear interpolation between the closest ranks. Published: Hyndman and Fan, The American Statistician 50:361,
     * 1996, definition 7.
     *
     * @param sorted ascending, not empty
     * @param p 0 to 1
     */
    static double percentile(double[] sorted, double p) {
        if (sorted.length == 0) {
            throw new IllegalArgumentException("[" + Arrays.toString(sorted) + "] has no percentile");
        }
        double at = p * (sorted.length - 1);
        int below = (int) Math.floor(at);
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (at - below) * (sorted[above] - sorted[below]);
    }

    public boolean measured() {
        return cases > 0;
    }

    public Range plus(Range other) {
        return new Range(low + other.low, mid + other.mid, high + other.high, Math.min(cases, other.cases));
    }

    /** @param falling turns larger into smaller, as a rate turns into a time */
    public Range through(DoubleUnaryOperator falling) {
        return new Range(falling.applyAsDouble(high), falling.applyAsDouble(mid), falling.applyAsDouble(low), cases);
    }
}
