package wistaxis.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;

/**
 * Makes a legal schedule of an order of jobs: whatever can begin first begins, and of what can begin at nearly the same time the job that
 * comes first in the order. Nobody who is free waits for longer than the delay.
 */
final class Dispatch {
    private static final long NEVER = Long.MAX_VALUE / 2;

    /** Phases of a job, each with its own place in an order: up to the download, as long as it hangs on a port, and after that. */
    static final int PHASES = 3;

    private final int jobs;
    private final int tasks;
    private final long[][] lengths;
    private final Task.Need[][] needs;
    private final boolean[][] ports;
    private final int[][] files;
    private final boolean[][] takes;
    private final long[][] present;
    private final boolean[][][] cannot;
    private final int[][] slots;
    private final long lineFrom;

    private final int[] next;
    private final long[] ready;
    private final int[] held;
    private final boolean[] stuck;
    private final long[] freeOf;
    private final long[] portFree;
    private final boolean[] portHeld;
    private final long[] fileAt;
    private final long[] starts;
    /** Who would do the next task of a job, where it takes hands. */
    private final int[] who;
    /** Whether what a job's next task takes has changed since its start was reckoned. */
    private final boolean[] stale;
    /** Jobs that are not over, in no order. */
    private final int[] open;
    private int opened;
    private long lineFree;
    private @Nullable List<Schedule.Placed> placed;

    /** Lengths are those that are planned with. */
    Dispatch(Bench bench) {
        this(bench, null);
    }

    /** @param drawn lengths of all tasks, by job and task, seconds; null for those that are planned with */
    Dispatch(Bench bench, long @Nullable [][] drawn) {
        this.jobs = bench.jobs().size();
        this.tasks = bench.tasks();
        this.lineFrom = bench.lineFrom();
        this.lengths = drawn != null ? drawn : bench.jobs().stream().map(j -> j.tasks().stream().mapToLong(Task::planned).toArray())
                .toArray(long[][]::new);
        this.needs = bench.jobs().stream().map(j -> j.tasks().stream().map(Task::need).toArray(Task.Need[]::new))
                .toArray(Task.Need[][]::new);
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
        next = new int[jobs];
        ready = new long[jobs];
        held = new int[jobs];
        stuck = new boolean[jobs];
        starts = new long[jobs];
        who = new int[jobs];
        stale = new boolean[jobs];
        open = new int[jobs];
        freeOf = new long[present.length];
        portFree = new long[takes.length];
        portHeld = new boolean[takes.length];
        fileAt = new long[known.size()];
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

    /**
     * The schedule of an order.
     *
     * @param keys by job and phase, or by job, the lowest first
     * @param delay how long somebody may wait for a job that comes before in the order, seconds
     */
    Schedule schedule(double[] keys, long delay) {
        List<Schedule.Placed> all = new ArrayList<>(tasks);
        placed = all;
        run(keys, delay);
        placed = null;
        return new Schedule(all);
    }

    /** When each job is over; {@link Long#MAX_VALUE} for one that cannot be ended. */
    long[] ends(double[] keys, long delay) {
        run(keys, delay);
        long[] ends = new long[jobs];
        for (int j = 0; j < jobs; j++) {
            ends[j] = stuck[j] ? Long.MAX_VALUE : ready[j];
        }
        return ends;
    }

    /**
     * An order by apparent tardiness cost: whenever something can begin, the job that costs most by waiting. Published: Vepsalainen and
     * Morton, Management Science 33:1035, 1987.
     *
     * @param ahead how far it looks ahead, in mean lengths of jobs
     * @return keys by job and phase, by when each was begun
     */
    double[] byCost(Bench bench, double ahead) {
        double[][] rest = bench.jobs().stream().map(j -> rest(j.tasks())).toArray(double[][]::new);
        double mean = Arrays.stream(rest).mapToDouble(r -> r[0]).average().orElse(1) + 1;
        double[] index = new double[PHASES * jobs];
        double[] keys = new double[PHASES * jobs];
        Arrays.fill(keys, NEVER);
        int begun = 0;
        begin();
        for (int j = choose(index, 0); j >= 0; j = choose(index, 0)) {
            long now = starts[j];
            for (int k = 0; k < jobs; k++) {
                Job job = bench.jobs().get(k);
                double left = rest[k][next[k]];
                double slack = Math.max(0, job.due() - left - now);
                index[slots[k][next[k]]] = -job.weight() / (left + 1) * Math.exp(-slack / (ahead * mean));
            }
            j = choose(index, 0);
            if (keys[slots[j][next[j]]] == NEVER) {
                keys[slots[j][next[j]]] = begun++;
            }
            place(j);
            goOn(j);
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

    /** The order that a schedule keeps: each phase by when it is begun there; what is not begun comes last. */
    double[] kept(Schedule schedule) {
        double[] keys = new double[PHASES * jobs];
        Arrays.fill(keys, NEVER);
        schedule.placed().forEach(p -> keys[slots[p.job()][p.task()]] = Math.min(keys[slots[p.job()][p.task()]], p.start()));
        return keys;
    }

    /** Each phase of a job as the job. */
    private double[] phases(double[] keys) {
        return keys.length == PHASES * jobs ? keys : IntStream.range(0, PHASES * jobs).mapToDouble(i -> keys[i / PHASES]).toArray();
    }

    private void run(double[] given, long delay) {
        double[] keys = phases(given);
        begin();
        for (int j = choose(keys, delay); j >= 0; j = choose(keys, delay)) {
            place(j);
            goOn(j);
        }
        for (int j = 0; j < jobs; j++) {
            stuck[j] = next[j] < needs[j].length;
        }
    }

    private void begin() {
        Arrays.fill(next, 0);
        Arrays.fill(ready, 0);
        Arrays.fill(held, Schedule.NONE);
        Arrays.fill(stuck, false);
        Arrays.fill(freeOf, 0);
        Arrays.fill(portFree, 0);
        Arrays.fill(portHeld, false);
        Arrays.fill(fileAt, NEVER);
        Arrays.fill(stale, true);
        lineFree = lineFrom;
        opened = 0;
        for (int j = 0; j < jobs; j++) {
            alone(j);
            if (next[j] < needs[j].length) {
                open[opened++] = j;
            }
        }
    }

    /** What comes after a task that was placed; a job that is over is looked at no more. */
    private void goOn(int j) {
        alone(j);
        if (next[j] == needs[j].length) {
            for (int i = 0; i < opened; i++) {
                if (open[i] == j) {
                    open[i] = open[--opened];
                }
            }
        }
    }

    /** The job whose next task begins now; -1 for none. What cannot be chosen anyway is not reckoned anew. */
    private int choose(double[] keys, long delay) {
        long first = NEVER;
        int best = -1;
        long hands = NEVER;
        for (long free : freeOf) {
            hands = Math.min(hands, free);
        }
        for (int i = 0; i < opened; i++) {
            int j = open[i];
            long at = least(j, hands);
            if (at > first || at == first && best >= 0 && key(keys, j) > key(keys, best)) {
                continue;
            }
            at = reckoned(j);
            if (at < first || at == first && best >= 0 && key(keys, j) < key(keys, best)) {
                first = at;
                best = j;
            }
        }
        for (int i = 0; delay > 0 && best >= 0 && i < opened; i++) {
            int j = open[i];
            if (key(keys, j) <= key(keys, best) && least(j, hands) - first <= delay && reckoned(j) - first <= delay && (key(keys, j) < key(
                    keys, best) || starts[j] < starts[best])) {
                best = j;
            }
        }
        return best;
    }

    private double key(double[] keys, int j) {
        return keys[slots[j][next[j]]];
    }

    /** A moment before which a job's next task cannot begin. @param hands when somebody is free first */
    private long least(int j, long hands) {
        return !stale[j] ? starts[j] : needs[j][next[j]] == Task.Need.HANDS ? Math.max(ready[j], hands) : ready[j];
    }

    private long reckoned(int j) {
        if (stale[j]) {
            starts[j] = start(j);
            stale[j] = false;
        }
        return starts[j];
    }

    private boolean seizes(int j) {
        return ports[j][next[j]] && held[j] == Schedule.NONE && portFree.length > 0;
    }

    /** The earliest moment at which the next task of a job can begin; {@link #NEVER} where nothing is left, or not now. */
    private long start(int j) {
        if (next[j] >= needs[j].length) {
            return NEVER;
        }
        long from = ready[j];
        if (seizes(j)) {
            int port = port(j);
            if (port < 0) {
                return NEVER;
            }
            from = Math.max(from, portFree[port]);
        }
        return switch (needs[j][next[j]]) {
            case NOTHING, OWNER -> from;
            case LINE -> isShared(j) ? Math.max(from, fileAt[files[j][next[j]]]) : Math.max(from, lineFree);
            case HANDS -> {
                who[j] = person(j, from, lengths[j][next[j]]);
                yield who[j] < 0 ? NEVER : from(who[j], from, lengths[j][next[j]]);
            }
        };
    }

    private boolean isShared(int j) {
        return files[j][next[j]] != Schedule.NONE && fileAt[files[j][next[j]]] < NEVER;
    }

    /** The port that is free first and has a cable for the job; -1 for none now. */
    private int port(int j) {
        int best = -1;
        for (int p = 0; p < portFree.length; p++) {
            if (!portHeld[p] && takes[p][j] && (best < 0 || portFree[p] < portFree[best])) {
                best = p;
            }
        }
        return best;
    }

    /** Who can begin first; -1 where nobody ever can. */
    private int person(int j, long from, long length) {
        int best = -1;
        long first = NEVER;
        for (int p = 0; p < freeOf.length; p++) {
            boolean[] not = cannot[p][j];
            long start = not.length > 0 && not[next[j]] ? NEVER : from(p, from, length);
            if (start < first) {
                first = start;
                best = p;
            }
        }
        return best;
    }

    /** The earliest moment from which on somebody is there for so long; see {@link Bench.Person#from}. */
    private long from(int person, long from, long length) {
        long earliest = Math.max(from, freeOf[person]);
        long[] there = present[person];
        for (int i = 0; i < there.length; i += 2) {
            long start = Math.max(earliest, there[i]);
            if (start + length <= there[i + 1]) {
                return start;
            }
        }
        return NEVER;
    }

    private void place(int j) {
        long start = starts[j];
        int person = Schedule.NONE;
        long length = lengths[j][next[j]];
        if (seizes(j)) {
            held[j] = port(j);
            portHeld[held[j]] = true;
            portsChanged();
        }
        if (needs[j][next[j]] == Task.Need.HANDS) {
            person = who[j];
            freeOf[person] = start + length;
            for (int i = 0; i < opened; i++) { // who waits for somebody else waits no longer by this
                int k = open[i];
                stale[k] |= who[k] == person && starts[k] < freeOf[person];
            }
        } else if (needs[j][next[j]] == Task.Need.LINE) {
            if (isShared(j)) {
                length = 0;
            } else {
                lineFree = start + length;
                if (files[j][next[j]] != Schedule.NONE) {
                    fileAt[files[j][next[j]]] = lineFree;
                }
                for (int i = 0; i < opened; i++) {
                    int k = open[i];
                    stale[k] |= needs[k][next[k]] == Task.Need.LINE;
                }
            }
        }
        done(j, start, start + length, person);
    }

    private void portsChanged() {
        for (int i = 0; i < opened; i++) {
            stale[open[i]] |= next[open[i]] < needs[open[i]].length && seizes(open[i]);
        }
    }

    private void done(int j, long start, long end, int person) {
        if (placed != null) {
            placed.add(new Schedule.Placed(j, next[j], start, end, person, ports[j][next[j]] ? held[j] : Schedule.NONE));
        }
        ready[j] = end;
        next[j]++;
        stale[j] = true;
        who[j] = Schedule.NONE;
        if (held[j] != Schedule.NONE && (next[j] >= needs[j].length || !ports[j][next[j]])) {
            portHeld[held[j]] = false;
            portFree[held[j]] = end;
            held[j] = Schedule.NONE;
            portsChanged();
        }
    }

    /** What takes nobody and nothing begins at once. */
    private void alone(int j) {
        while (next[j] < needs[j].length && !seizes(j) && (needs[j][next[j]] == Task.Need.NOTHING || needs[j][next[j]] == Task.Need.OWNER
                || needs[j][next[j]] == Task.Need.LINE && isShared(j))) {
            boolean shared = needs[j][next[j]] == Task.Need.LINE;
            long start = shared ? Math.max(ready[j], fileAt[files[j][next[j]]]) : ready[j];
            done(j, start, start + (shared ? 0 : lengths[j][next[j]]), Schedule.NONE);
        }
    }
}
