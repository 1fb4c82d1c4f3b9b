package wistaxis.core.plan;

import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/**
 * What may be promised for a job, by many days played through with the lengths that tasks have here, each day with others; the order of
 * jobs stays that of the plan. The same seed plays the same days.
 *
 * @param ends when the job was over, seconds after the plan's beginning, ascending; empty where it cannot be ended
 */
public record Promise(List<Long> ends) {
    public Promise {
        ends = List.copyOf(ends);
    }

    /**
     * @param schedule whose order is kept
     * @param days so many are played, 1 or more
     */
    public static Promise of(Bench bench, Schedule schedule, int job, int days, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        double[] keys = new Table(bench, null).kept(schedule);
        long[] ends = new long[days];
        for (int day = 0; day < days; day++) {
            ends[day] = new Dispatch(bench, drawn(bench, random)).ends(keys, 0)[job];
        }
        Arrays.sort(ends);
        return new Promise(ends[days - 1] == Long.MAX_VALUE ? List.of() : Arrays.stream(ends).boxed().toList());
    }

    /** A length for each task, drawn from how long it takes here. */
    static long[][] drawn(Bench bench, SplittableRandom random) {
        return bench.jobs().stream().map(j -> j.tasks().stream().mapToLong(t -> Math.round(t.quantile(random.nextDouble()))).toArray())
                .toArray(long[][]::new);
    }

    public boolean isKnown() {
        return !ends.isEmpty();
    }

    /** The time that is kept with a chance. @param chance 0 to 1 @throws IllegalStateException where the job cannot be ended */
    public long at(double chance) {
        if (ends.isEmpty()) {
            throw new IllegalStateException("it cannot be ended");
        }
        return ends.get((int) Math.min(ends.size() - 1, Math.max(0, Math.ceil(chance * ends.size()) - 1)));
    }

    /** The chance that a promise is kept, 0 to 1. @param due seconds after the plan's beginning */
    public double chance(long due) {
        return ends.isEmpty() ? 0 : ends.stream().filter(e -> e <= due).count() / (double) ends.size();
    }
}
