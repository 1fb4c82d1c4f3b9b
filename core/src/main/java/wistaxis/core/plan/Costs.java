package wistaxis.core.plan;

import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * What a schedule costs. The first counts before the second, and so on.
 *
 * @param unplanned jobs that cannot be ended
 * @param lateness seconds late, each job's by its weight
 * @param reentries how often a device leaves its mode because nobody came in time, and has to be put back
 * @param waiting seconds until each job is over, together
 * @param blocks stretches of hands-on work without a pause: few and large ones are better
 */
public record Costs(int unplanned, double lateness, int reentries, double waiting, int blocks) implements Comparable<Costs> {
    private static final Comparator<Costs> ORDER = Comparator.comparingInt(Costs::unplanned).thenComparingDouble(Costs::lateness)
            .thenComparingInt(Costs::reentries).thenComparingDouble(Costs::waiting).thenComparingInt(Costs::blocks);

    /** A pause of less is none, seconds. Ours. */
    private static final long PAUSE = 60;

    @Override
    public int compareTo(Costs other) {
        return ORDER.compare(this, other);
    }

    public static Costs of(Bench bench, Schedule schedule) {
        int unplanned = 0;
        double late = 0;
        double waiting = 0;
        for (int job = 0; job < bench.jobs().size(); job++) {
            Long end = schedule.end(bench, job).orElse(null);
            if (end == null) {
                unplanned++;
            } else {
                late += bench.jobs().get(job).weight() * Math.max(0, end - bench.jobs().get(job).due());
                waiting += end;
            }
        }
        int blocks = IntStream.range(0, bench.people().size()).map(person -> blocks(schedule, person)).sum();
        return new Costs(unplanned, late, reentries(bench, schedule), waiting, blocks);
    }

    private static int reentries(Bench bench, Schedule schedule) {
        int again = 0;
        for (int job = 0; job < bench.jobs().size(); job++) {
            long ready = 0;
            for (Schedule.Placed p : schedule.of(job)) {
                again += p.start() - ready > bench.jobs().get(job).tasks().get(p.task()).within() ? 1 : 0;
                ready = p.end();
            }
        }
        return again;
    }

    private static int blocks(Schedule schedule, int person) {
        long[] free = {Long.MIN_VALUE / 2};
        return (int) schedule.placed().stream().filter(p -> p.person() == person).sorted(Comparator.comparingLong(Schedule.Placed::start))
                .filter(p -> {
                    boolean pause = p.start() - free[0] > PAUSE;
                    free[0] = Math.max(free[0], p.end());
                    return pause;
                }).count();
    }
}
