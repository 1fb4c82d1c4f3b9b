package wistaxis.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * The list schedule: a legal plan at once by the usual orders (first promised, least slack, shortest first), then better orders of jobs, by
 * moving and exchanging them, for as long as anybody wants. The same seed finds the same.
 *
 * @param before where each job stood in the order that people rely on, by id: it is kept unless another pays; empty for none
 */
public record ListPlanner(Map<String, Double> before, long seed) implements Planner {
    /** Another order pays from so many weighted seconds of lateness on. Ours. */
    public static final double PAYS = 60;

    /** How long somebody may be kept waiting for a job that comes first, seconds; tried in turn. Ours. */
    private static final long[] DELAYS = {0, 90, 600};

    /**
     * How far orders by cost look ahead, in mean lengths of jobs; tried in turn. Published: see {@link ByCost}, which names 1 to
     * 4.
     */
    private static final double[] AHEAD = {0.5, 2, 5};

    /** Parts of jobs are moved when so many whole ones in a row were no better; of many jobs never, for there is no time. Ours. */
    private static final int WHOLE = 100;

    /** After so many orders in a row that were no better it is done. Ours. */
    private static final int ENOUGH = 6_000;

    /** An order may be worse than the last as long as it is no worse than so many before. Published: Burke and Bykov, EJOR 258:70, 2017. */
    private static final int LATE = 60;

    /** With more jobs there is no time for that: an order is no worse than the two before. Ours, measured by {@code bench plan}. */
    private static final int MANY = 80;
    private static final int LATE_OF_MANY = 2;

    /** Of many jobs the latest of so many drawn is moved, or the one with most time. Ours, measured likewise. */
    private static final int DRAWN = 3;

    public ListPlanner {
        before = Map.copyOf(before);
    }

    public ListPlanner() {
        this(Map.of(), 1);
    }

    /** An order with what it costs. */
    private record Found(double[] keys, long delay, double late, int reentries, double waits, long[] ends) {
        /** All as one number, lateness first; a re-entry is about a minute of hands. */
        double scalar() {
            return late + 60 * reentries + 1e-4 * waits;
        }

        /** How long a job is past what was promised, by its weight; negative where it has time. */
        double past(Bench bench, int j) {
            return bench.jobs().get(j).weight() * (ends[j] - bench.jobs().get(j).due());
        }

        boolean isBetterThan(@Nullable Found other) {
            return other == null || late < other.late - 0.5 || late < other.late + 0.5 && (reentries < other.reentries
                    || reentries == other.reentries && waits < other.waits - 0.5);
        }
    }

    /** A legal plan at once. */
    public Schedule atOnce(Bench bench) {
        return best(bench, 0);
    }

    /** The best after so many orders besides the usual ones: the same each time, however fast the machine. */
    public Schedule best(Bench bench, int looks) {
        Schedule[] best = new Schedule[1];
        int[] looked = {0};
        plan(bench, s -> best[0] = s, () -> ++looked[0] > looks);
        return best[0];
    }

    /** The plan at once; where somebody is late by it, a better one after so many orders, if that pays. */
    public Schedule paying(Bench bench, int looks) {
        List<Schedule> found = new ArrayList<>();
        double[] late = new double[1];
        int[] looked = {0};
        plan(bench, s -> {
            late[0] = found.isEmpty() ? Costs.of(bench, s).lateness() : late[0];
            found.add(s);
        }, () -> late[0] < PAYS || ++looked[0] > looks);
        return Costs.of(bench, found.getLast()).lateness() <= late[0] - PAYS ? found.getLast() : found.getFirst();
    }

    @Override
    public void plan(Bench bench, Consumer<Schedule> better, BooleanSupplier stop) {
        Dispatch dispatch = new Dispatch(bench);
        Found best = first(bench, dispatch);
        better.accept(dispatch.schedule(best.keys(), best.delay()));
        SplittableRandom random = new SplittableRandom(seed);
        int jobs = bench.jobs().size();
        Found current = best;
        double[] late = new double[LATE];
        Arrays.fill(late, best.scalar());
        int look = jobs > MANY ? LATE_OF_MANY : LATE;
        for (int i = 0, none = 0; none < ENOUGH && jobs > 1 && !stop.getAsBoolean(); i++, none++) {
            Found tried = cost(bench, dispatch, jobs > MANY && random.nextInt(10) > 0 ? aimed(bench, current, random)
                    : moved(current.keys(), jobs <= MANY && none > WHOLE && random.nextBoolean(), random),
                    jobs <= MANY && random.nextInt(4) == 0
                    ? DELAYS[random.nextInt(DELAYS.length)]
                    : current.delay());
            if (tried.scalar() <= current.scalar() || tried.scalar() <= late[i % look]) {
                current = tried;
            }
            late[i % look] = current.scalar();
            if (tried.isBetterThan(best)) {
                best = tried;
                none = 0;
                better.accept(dispatch.schedule(best.keys(), best.delay()));
            }
        }
    }

    /** The best of the usual orders; the order of before where none of them pays. */
    private Found first(Bench bench, Dispatch dispatch) {
        Found best = null;
        for (double[] keys : orders(bench)) {
            Found found = cost(bench, dispatch, keys, 0);
            best = found.isBetterThan(best) ? found : best;
        }
        for (double ahead : AHEAD) {
            Found found = cost(bench, dispatch, ByCost.keys(bench, dispatch, ahead), 0);
            best = found.isBetterThan(best) ? found : best;
        }
        Found kept = before.isEmpty() ? null : cost(bench, dispatch, keys(bench, j -> before.getOrDefault(j.id(), (double) j.due())), 0);
        return best == null || kept != null && kept.late() < best.late() + PAYS ? Objects.requireNonNull(kept) : best;
    }

    private static List<double[]> orders(Bench bench) {
        return List.of(keys(bench, Job::due), keys(bench, j -> j.due() - work(j)), keys(bench, j -> work(j) / j.weight()),
                keys(bench, j -> j.due() / j.weight()));
    }

    private static double work(Job job) {
        return job.tasks().stream().mapToLong(Task::planned).sum();
    }

    /** Phases of jobs as numbers, so that those of equal rank keep their order. */
    private static double[] keys(Bench bench, ToDoubleFunction<Job> rank) {
        List<Job> jobs = bench.jobs();
        double[] keys = new double[Table.PHASES * jobs.size()];
        for (int j = 0; j < jobs.size(); j++) {
            Arrays.fill(keys, Table.PHASES * j, Table.PHASES * (j + 1), rank.applyAsDouble(jobs.get(j)));
        }
        return ranks(keys);
    }

    /** A job to another place, or two exchanged. @param parts whether only one of its phases */
    private static double[] moved(double[] keys, boolean parts, SplittableRandom random) {
        double[] next = Arrays.copyOf(keys, keys.length);
        int jobs = keys.length / Table.PHASES;
        int a = random.nextInt(jobs);
        int b = random.nextInt(jobs);
        int from = parts ? random.nextInt(Table.PHASES) : 0;
        int to = parts ? from + 1 : Table.PHASES;
        boolean exchange = random.nextBoolean();
        double by = random.nextBoolean() ? 0.5 : -0.5;
        for (int phase = from; phase < to; phase++) {
            int one = Table.PHASES * a + phase;
            int other = Table.PHASES * b + phase;
            next[one] = exchange ? keys[other] : keys[other] + by;
            next[other] = exchange ? keys[one] : keys[other];
        }
        return ranks(next);
    }

    /** A job that is late to an earlier place, or one that has time to a later one. */
    private static double[] aimed(Bench bench, Found current, SplittableRandom random) {
        int jobs = bench.jobs().size();
        boolean earlier = random.nextInt(3) > 0;
        int a = random.nextInt(jobs);
        for (int i = 1; i < DRAWN; i++) {
            int other = random.nextInt(jobs);
            a = earlier == current.past(bench, other) > current.past(bench, a) ? other : a;
        }
        double[] keys = current.keys();
        int b = random.nextInt(jobs);
        for (int i = 0; i < jobs && keys[Table.PHASES * b] < keys[Table.PHASES * a] != earlier; i++) {
            b = random.nextInt(jobs);
        }
        double[] next = Arrays.copyOf(keys, keys.length);
        for (int phase = 0; phase < Table.PHASES; phase++) {
            next[Table.PHASES * a + phase] = keys[Table.PHASES * b + phase] + (earlier ? -0.5 : 0.5);
        }
        return ranks(next);
    }

    private static double[] ranks(double[] keys) {
        Integer[] order = IntStream.range(0, keys.length).boxed().toArray(Integer[]::new);
        Arrays.sort(order, Comparator.comparingDouble(i -> keys[i]));
        double[] ranks = new double[keys.length];
        for (int i = 0; i < order.length; i++) {
            ranks[order[i]] = i;
        }
        return ranks;
    }

    private static Found cost(Bench bench, Dispatch dispatch, double[] keys, long delay) {
        long[] ends = dispatch.ends(keys, delay);
        double late = 0;
        double waits = 0;
        for (int j = 0; j < ends.length; j++) {
            Job job = bench.jobs().get(j);
            if (ends[j] < Long.MAX_VALUE) { // what cannot be ended cannot be ended in any order
                late += job.weight() * Math.max(0, ends[j] - job.due());
                waits += ends[j];
            }
        }
        return new Found(keys, delay, late, dispatch.reentries(), waits, ends);
    }

    /** Where each job stands in a schedule: when hands are first on it, else when it is over. */
    public static Map<String, Double> order(Bench bench, Schedule schedule) {
        Map<String, Double> order = new HashMap<>();
        for (int j = 0; j < bench.jobs().size(); j++) {
            List<Schedule.Placed> placed = schedule.of(j);
            double first = placed.stream().filter(p -> p.person() != Schedule.NONE).mapToDouble(Schedule.Placed::start).min().orElse(placed
                    .stream().mapToDouble(Schedule.Placed::end).max().orElse(0));
            order.put(bench.jobs().get(j).id(), first);
        }
        return order;
    }
}
