package wistaxis.core.identify;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** How much an answer would tell. Published: C. E. Shannon, A Mathematical Theory of Communication, 1948. */
final class Entropy {
    private Entropy() {}

    /** The entropy of a split, in bits. @param counts how often each outcome occurs, not all 0 */
    static double bits(Collection<? extends Number> counts) {
        double all = counts.stream().mapToDouble(Number::doubleValue).sum();
        return counts.stream().mapToDouble(Number::doubleValue).filter(c -> c > 0).map(c -> c / all)
                .map(p -> -p * Math.log(p) / Math.log(2)).sum();
    }

    /** What knowing {@code by} tells about {@code of}: the mutual information over the items, in bits. */
    static <T> double told(List<T> items, Function<T, ?> by, Function<T, ?> of) {
        return bits(counts(items, by).values()) + bits(counts(items, of).values())
                - bits(counts(items, i -> List.of(by.apply(i), of.apply(i))).values());
    }

    static <T> Map<Object, Long> counts(List<T> items, Function<T, ?> by) {
        return items.stream().collect(Collectors.groupingBy(by, Collectors.counting()));
    }
}
