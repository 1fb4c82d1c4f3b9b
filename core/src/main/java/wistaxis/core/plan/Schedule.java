package wistaxis.core.plan;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * When each task is done, by whom, on which port.
 *
 * @param placed by job and task, in that order; a task that cannot be done is not there, nor is what comes after it
 */
public record Schedule(List<Placed> placed) {
    /** Nobody, or no port. */
    public static final int NONE = -1;

    /**
     * @param job index of the job
     * @param task index of its task
     * @param start seconds after the plan's beginning
     * @param end not before the start
     * @param person index of who does it; {@link #NONE} for nobody
     * @param port index of the port that its device hangs on; {@link #NONE} for none
     */
    public record Placed(int job, int task, long start, long end, int person, int port) {}

    public Schedule {
        placed = placed.stream().sorted(Comparator.comparingInt(Placed::job).thenComparingInt(Placed::task)).toList();
    }

    public List<Placed> of(int job) {
        return placed.stream().filter(p -> p.job() == job).toList();
    }

    /** When a job is over; empty where it cannot be ended. */
    public Optional<Long> end(Bench bench, int job) {
        List<Placed> all = of(job);
        return all.size() < bench.jobs().get(job).tasks().size() ? Optional.empty() : all.stream().map(Placed::end).max(Long::compare)
                .or(() -> Optional.of(0L));
    }
}
