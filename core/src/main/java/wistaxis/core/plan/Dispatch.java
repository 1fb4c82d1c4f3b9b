package wistaxis.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Makes a legal schedule of an order of jobs: whatever can begin first begins, and of what can begin at nearly the same time the job that
 * comes first in the order. Nobody who is free waits for longer than the delay.
 */
final class Dispatch {
    private static final long NEVER = Table.NEVER;

    private final Table table;
    private final int jobs;
    private final long[][] lengths;
    private final Task.Need[][] needs;
    private final boolean[][] ports;
    private final long[][] within;
    private final int[][] files;
    private final boolean[][] takes;
    private final long[][] present;
    private final boolean[][][] cannot;
    private final int[][] slots;

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
    /** The key of a job's next task; {@link Double#NEGATIVE_INFINITY} where its device leaves its mode unless somebody comes. */
    private final double[] rank;
    /** Whether a job's next task takes hands. */
    private final boolean[] handy;
    /** Jobs that are not over, in no order. */
    private final int[] open;
    private double[] keys;
    private int opened;
    private int reentries;
    private long lineFree;
    private @Nullable List<Schedule.Placed> placed;

    /** Lengths are those that are planned with. */
    Dispatch(Bench bench) {
        this(bench, null);
    }

    /** @param drawn lengths of all tasks, by job and task, seconds; null for those that are planned with */
    Dispatch(Bench bench, long @Nullable [][] drawn) {
        this.table = new Table(bench, drawn);
        this.jobs = table.jobs;
        this.lengths = table.lengths;
        this.needs = table.needs;
        this.ports = table.ports;
        this.within = table.within;
        this.files = table.files;
        this.takes = table.takes;
        this.present = table.present;
        this.cannot = table.cannot;
        this.slots = table.slots;
        next = new int[jobs];
        ready = new long[jobs];
        held = new int[jobs];
        stuck = new boolean[jobs];
        starts = new long[jobs];
        who = new int[jobs];
        stale = new boolean[jobs];
        open = new int[jobs];
        rank = new double[jobs];
        handy = new boolean[jobs];
        keys = new double[Table.PHASES * jobs];
        freeOf = new long[present.length];
        portFree = new long[takes.length];
        portHeld = new boolean[takes.length];
        fileAt = new long[table.shared];
    }

    /**
     * The schedule of an order.
     *
     * @param keys by job and phase, or by job, the lowest first
     * @param delay how long somebody may wait for a job that comes before in the order, seconds
     */
    Schedule schedule(double[] keys, long delay) {
        List<Schedule.Placed> all = new ArrayList<>();
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

    private void run(double[] given, long delay) {
        begin(table.phases(given));
        for (int j = choose(delay); j >= 0; j = choose(delay)) {
            place(j);
            goOn(j);
        }
        for (int j = 0; j < jobs; j++) {
            stuck[j] = next[j] < needs[j].length;
        }
    }

    /** Before anything is placed. @param by the key of each phase of a job */
    void begin(double[] by) {
        keys = by;
        Arrays.fill(next, 0);
        Arrays.fill(ready, 0);
        Arrays.fill(held, Schedule.NONE);
        Arrays.fill(stuck, false);
        Arrays.fill(freeOf, 0);
        Arrays.fill(portFree, 0);
        Arrays.fill(portHeld, false);
        Arrays.fill(fileAt, NEVER);
        Arrays.fill(stale, true);
        lineFree = table.lineFrom;
        reentries = 0;
        opened = 0;
        for (int j = 0; j < jobs; j++) {
            alone(j);
            if (next[j] < needs[j].length) {
                open[opened++] = j;
            }
        }
    }

    /** What comes after a task that was placed; a job that is over is looked at no more. */
    void goOn(int j) {
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
    int choose(long delay) {
        long first = NEVER;
        int best = -1;
        long hands = NEVER;
        for (long free : freeOf) {
            hands = Math.min(hands, free);
        }
        for (int i = 0; i < opened; i++) {
            int j = open[i];
            long at = least(j, hands);
            if (at > first || at == first && best >= 0 && rank[j] > rank[best]) {
                continue;
            }
            at = reckoned(j);
            if (at < first || at == first && best >= 0 && rank[j] < rank[best]) {
                first = at;
                best = j;
            }
        }
        for (int i = 0; delay > 0 && best >= 0 && i < opened; i++) {
            int j = open[i];
            if (rank[j] <= rank[best] && least(j, hands) - first <= delay && reckoned(j) - first <= delay && (rank[j] < rank[best]
                    || starts[j] < starts[best])) {
                best = j;
            }
        }
        return best;
    }

    /** When the next task of a job that was chosen begins. */
    long startOf(int j) {
        return starts[j];
    }

    /** How many tasks of the last schedule began too late for the mode of their device. */
    int reentries() {
        return reentries;
    }

    /** The next task of a job; as many as it has where it is over. */
    int nextOf(int j) {
        return next[j];
    }

    Table table() {
        return table;
    }

    /** Ranks a job's next task otherwise than by its key. */
    void rank(int j, double as) {
        rank[j] = as;
    }

    /** A moment before which a job's next task cannot begin. @param hands when somebody is free first */
    private long least(int j, long hands) {
        return !stale[j] ? starts[j] : handy[j] ? Math.max(ready[j], hands) : ready[j];
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
                long length = lengths[j][next[j]];
                long whole = length + urgent(j);
                who[j] = person(j, from, whole);
                if (who[j] < 0 && whole > length) {
                    whole = length;
                    who[j] = person(j, from, whole);
                }
                yield who[j] < 0 ? NEVER : from(who[j], from, whole);
            }
        };
    }

    /** How long the same hands are wanted right after the next task, before the device leaves its mode: none is begun before a break. */
    private long urgent(int j) {
        int after = next[j] + 1;
        return after < needs[j].length && needs[j][after] == Task.Need.HANDS && within[j][after] < Task.EVER ? lengths[j][after] : 0;
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

    /** Begins the next task of a job that was chosen. */
    void place(int j) {
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
        reentries += start - ready[j] > within[j][next[j]] ? 1 : 0;
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
        if (next[j] < needs[j].length) {
            handy[j] = needs[j][next[j]] == Task.Need.HANDS;
            rank[j] = within[j][next[j]] < Task.EVER ? Double.NEGATIVE_INFINITY : keys[slots[j][next[j]]];
        }
    }
}
