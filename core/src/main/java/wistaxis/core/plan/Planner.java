package wistaxis.core.plan;

import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/** Plans a bench: a legal schedule at once, and better ones as they come. */
public interface Planner {
    /**
     * Returns when nothing better is found, or when it is to stop.
     *
     * @param better hears of each schedule that is better than the last, the first at once
     * @param stop whether nobody wants a better one any more
     */
    void plan(Bench bench, Consumer<Schedule> better, BooleanSupplier stop);
}
