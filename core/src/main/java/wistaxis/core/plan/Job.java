package wistaxis.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What is left of a ticket.
 *
 * @param id the ticket's number
 * @param due when it is promised, seconds after the plan's beginning; {@link #NEVER} for nothing promised
 * @param weight how much a second late counts, more than 0; 1 is usual
 * @param plug the plug of its device, which has to fit a port's cable; null for any
 * @param tasks in order
 */
public record Job(String id, long due, double weight, @Nullable String plug, List<Task> tasks) {
    /** Nothing is promised. */
    public static final long NEVER = Long.MAX_VALUE / 4;

    public Job {
        tasks = List.copyOf(tasks);
        if (!(weight > 0)) {
            throw new IllegalArgumentException("[" + weight + "] is no weight; more than 0");
        }
    }
}
