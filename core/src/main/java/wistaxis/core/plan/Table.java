package wistaxis.core.plan;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;

/** A bench as arrays, by job and task, for whoever makes many schedules of it. */
final class Table {
    /** Phases of a job, each with its own place in an order: up to the download, as long as it hangs on a port, and after that. */
    static final int PHASES = 3;

    /** Comes after everything. */
    static final long NEVER = Long.MAX_VALUE / 2;

    final int jobs;
    final long lineFrom;
    final long[][] lengths;
    final Task.Need[][] needs;
    final boolean[][] ports;
    /** See {@link Task#within}. */
    final long[][] within;
    /** Which file a download is of; {@link Schedule#NONE} for one that nobody shares. */
    final int[][] files;
    /** How many files are shared. */
    final int shared;
    /** By port and job. */
    final boolean[][] takes;
    /** By person: from, to, from, to. */
    final long[][] present;
    /** By person, job and task; no tasks where somebody can do all of them. */
    final boolean[][][] cannot;
    /** The place in the keys of an order. */
    final int[][] slots;

    /** @param drawn lengths of all tasks, by job and task, seconds; null for those that are planned with */
    Table(Bench bench, long @Nullable [][] drawn) {
        this.jobs = bench.jobs().size();
        this.lineFrom = bench.lineFrom();
        this.lengths = drawn != null ? drawn : bench.jobs().stream().map(j -> j.tasks().stream().mapToLong(Task::planned).toArray())
                .toArray(long[][]::new);
        this.needs = bench.jobs().stream().map(j -> j.tasks().stream().map(Task::need).toArray(Task.Need[]::new))
                .toArray(Task.Need[][]::new);
        this.within = bench.jobs().stream().map(j -> j.tasks().stream().mapToLong(Task::within).toArray()).toArray(long[][]::new);
        this.ports = new boolean[jobs][];
        this.files = new int[jobs][];
        Map<String, Integer> known = new HashMap<>();
        for (int j = 0; j < jobs; j++) {
            List<Task> of = bench.jobs().get(j).tasks();
            ports[j] = new boolean[of.size()];
            files[j] = new int[of.size()];
            for (int t = 0; t < of.size(); t++) {
                String file = of.get(t).file();
                ports[j][t] = of.get(t).port();
                files[j][t] = file == null ? Schedule.NONE : known.computeIfAbsent(file, _ -> known.size());
            }
        }
        this.takes = bench.ports().stream().map(p -> takes(bench, p)).toArray(boolean[][]::new);
        this.present = bench.people().stream().map(p -> p.present().stream().flatMapToLong(s -> LongStream.of(s.from(), s.to())).toArray())
                .toArray(long[][]::new);
        this.cannot = bench.people().stream().map(p -> bench.jobs().stream().map(j -> cannot(p, j)).toArray(boolean[][]::new)).toArray(
                boolean[][][]::new);
        this.slots = new int[jobs][];
        for (int j = 0; j < jobs; j++) {
            slots[j] = slots(j, bench.jobs().get(j).tasks());
        }
        this.shared = known.size();
    }

    /** By task; empty where somebody can do all of it. */
    private static boolean[] cannot(Bench.Person person, Job job) {
        boolean[] cannot = new boolean[job.tasks().size()];
        boolean any = false;
        for (int t = 0; t < cannot.length; t++) {
            cannot[t] = !person.can(job.tasks().get(t));
            any |= cannot[t];
        }
        return any ? cannot : new boolean[0];
    }

    /** The places of a job's tasks in the keys of an order. */
    private static int[] slots(int job, List<Task> tasks) {
        int[] slots = new int[tasks.size() + 1];
        int phase = 0;
        for (int t = 0; t < tasks.size(); t++) {
            boolean leaves = t > 0 && tasks.get(t - 1).port() && !tasks.get(t).port();
            phase = leaves ? 2 : phase == 0 && t > 0 && tasks.get(t - 1).need() == Task.Need.LINE ? 1 : phase;
            slots[t] = PHASES * job + phase;
        }
        slots[tasks.size()] = PHASES * job + phase;
        return slots;
    }

    private static boolean[] takes(Bench bench, Bench.Port port) {
        boolean[] takes = new boolean[bench.jobs().size()];
        for (int j = 0; j < takes.length; j++) {
            takes[j] = port.takes(bench.jobs().get(j));
        }
        return takes;
    }

    /** The order that a schedule keeps: each phase by when it is begun there; what is not begun comes last. */
    double[] kept(Schedule schedule) {
        double[] keys = new double[PHASES * jobs];
        Arrays.fill(keys, NEVER);
        schedule.placed().forEach(p -> keys[slots[p.job()][p.task()]] = Math.min(keys[slots[p.job()][p.task()]], p.start()));
        return keys;
    }

    /** Each phase of a job as the job. */
    double[] phases(double[] keys) {
        return keys.length == PHASES * jobs ? keys : IntStream.range(0, PHASES * jobs).mapToDouble(i -> keys[i / PHASES]).toArray();
    }
}
