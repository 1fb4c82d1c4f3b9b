package wistaxis.core.plan;

import java.util.Arrays;
import java.util.List;

/** Orders by apparent tardiness cost. */
final class ByCost {
    private ByCost() {}

    /**
     * An order by apparent tardiness cost: whenever something can begin, the job that costs most by waiting. Published: Vepsalainen and
     * Morton, Management Science 33:1035, 1987.
     *
     * @param ahead how far it looks ahead, in mean lengths of jobs
     * @return keys by job and phase, by when each was begun
     */
    static double[] keys(Bench bench, Dispatch dispatch, double ahead) {
        double[][] rest = bench.jobs().stream().map(j -> rest(j.tasks())).toArray(double[][]::new);
        double mean = Arrays.stream(rest).mapToDouble(r -> r[0]).average().orElse(1) + 1;
        int jobs = bench.jobs().size();
        double[] keys = new double[Table.PHASES * jobs];
        Arrays.fill(keys, Table.NEVER);
        int begun = 0;
        int[][] slots = dispatch.table().slots;
        dispatch.begin(keys);
        for (int j = dispatch.choose(0); j >= 0; j = dispatch.choose(0)) {
            long now = dispatch.startOf(j);
            for (int k = 0; k < jobs; k++) {
                Job job = bench.jobs().get(k);
                double left = rest[k][dispatch.nextOf(k)];
                double slack = Math.max(0, job.due() - left - now);
                dispatch.rank(k, -job.weight() / (left + 1) * Math.exp(-slack / (ahead * mean)));
            }
            j = dispatch.choose(0);
            if (keys[slots[j][dispatch.nextOf(j)]] == Table.NEVER) {
                keys[slots[j][dispatch.nextOf(j)]] = begun++;
            }
            dispatch.place(j);
            dispatch.goOn(j);
        }
        return keys;
    }

    /** What is left of a job from each of its tasks on, seconds. */
    private static double[] rest(List<Task> tasks) {
        double[] rest = new double[tasks.size() + 1];
        for (int t = tasks.size() - 1; t >= 0; t--) {
            rest[t] = rest[t + 1] + tasks.get(t).planned();
        }
        return rest;
    }
}
