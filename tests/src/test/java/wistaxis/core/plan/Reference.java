package wistaxis.core.plan;

import com.google.ortools.Loader;
import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.CumulativeConstraint;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.IntervalVar;
import com.google.ortools.sat.LinearArgument;
import com.google.ortools.sat.LinearExpr;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/**
 * A bench as a model of a reference solver, CP-SAT of OR-Tools 9.12: its bound is proven. Ports are counted by plug, and not told apart, so
 * that the bound is no higher than of the bench itself; people who are always there are counted, others are told apart.
 */
final class Reference {
    private final Bench bench;
    private final long horizon;
    private final CpModel model = new CpModel();
    private final List<IntervalVar> hands = new ArrayList<>();
    private final Map<Set<String>, List<IntervalVar>> onPorts = new HashMap<>();
    private final Map<String, List<Wish>> files = new HashMap<>();
    private final List<IntervalVar> line = new ArrayList<>();
    private final List<LinearArgument> late = new ArrayList<>();
    private final Map<Integer, List<IntervalVar>> byPerson = new HashMap<>();

    /** @param bound below which no schedule is @param value of the best that was found */
    record Found(double bound, double value, boolean proven) {}

    /** A job that wants a file. @param before when it is through with what comes before @param over when it goes on */
    private record Wish(IntVar before, IntVar over, long length) {}

    private Reference(Bench bench) {
        this.bench = bench;
        this.horizon = bench.jobs().stream().flatMap(j -> j.tasks().stream()).mapToLong(Task::planned).sum() + 1;
    }

    /** Least weighted lateness. @param effort deterministic seconds: the same on every machine @param most seconds, for whoever only measures */
    static Found solve(Bench bench, double effort, double most) {
        Loader.loadNativeLibraries();
        Reference r = new Reference(bench);
        for (Job job : bench.jobs()) {
            r.add(job);
        }
        r.share();
        r.model.minimize(LinearExpr.sum(r.late.toArray(LinearArgument[]::new)));
        CpSolver solver = new CpSolver();
        solver.getParameters().setNumWorkers(1).setRandomSeed(1).setMaxDeterministicTime(effort).setMaxTimeInSeconds(most);
        CpSolverStatus status = solver.solve(r.model);
        boolean any = status == CpSolverStatus.OPTIMAL || status == CpSolverStatus.FEASIBLE;
        return new Found(solver.bestObjectiveBound(), any ? solver.objectiveValue() : Double.NaN, status == CpSolverStatus.OPTIMAL);
    }

    private IntVar time() {
        return model.newIntVar(0, horizon, "");
    }

    private void add(Job job) {
        IntVar end = model.newConstant(0);
        IntVar portFrom = null;
        for (int t = 0; t < job.tasks().size(); t++) {
            Task task = job.tasks().get(t);
            long length = task.planned();
            IntVar start = time();
            IntVar over = time();
            model.addGreaterOrEqual(start, end);
            if (task.need() == Task.Need.LINE && task.file() != null) {
                files.computeIfAbsent(task.file(), _ -> new ArrayList<>()).add(new Wish(end, over, length));
                model.addGreaterOrEqual(over, start);
            } else {
                IntervalVar interval = model.newFixedSizeIntervalVar(start, length, "");
                model.addEquality(over, LinearExpr.newBuilder().add(start).add(length).build());
                if (task.need() == Task.Need.LINE) {
                    line.add(interval);
                } else if (task.hands()) {
                    hands(task, start, over, interval);
                }
            }
            boolean ports = task.port() && !bench.ports().isEmpty();
            if (ports && portFrom == null) {
                portFrom = start;
            }
            if (portFrom != null && (t + 1 == job.tasks().size() || !job.tasks().get(t + 1).port())) {
                IntVar stays = time();
                onPorts.computeIfAbsent(job.plug() == null ? Set.of() : Set.of(job.plug()), _ -> new ArrayList<>()).add(model.newIntervalVar(
                        portFrom, stays, over, ""));
                portFrom = null;
            }
            end = over;
        }
        if (job.due() < Job.NEVER) {
            IntVar tardy = time();
            model.addGreaterOrEqual(tardy, LinearExpr.newBuilder().add(end).add(-job.due()).build());
            late.add(LinearExpr.term(tardy, Math.round(job.weight())));
        }
    }

    private void hands(Task task, IntVar start, IntVar over, IntervalVar interval) {
        if (bench.people().stream().allMatch(p -> p.cannot().isEmpty())) {
            hands.add(interval);
            return;
        }
        List<BoolVar> who = new ArrayList<>();
        for (int p = 0; p < bench.people().size(); p++) {
            if (bench.people().get(p).can(task)) {
                BoolVar does = model.newBoolVar("");
                who.add(does);
                byPerson.computeIfAbsent(p, _ -> new ArrayList<>()).add(model.newOptionalFixedSizeIntervalVar(start, task.planned(), does, ""));
            }
        }
        model.addExactlyOne(who.toArray(BoolVar[]::new));
    }

    /** What is shared: people, ports by plug, the connection, files. */
    private void share() {
        files.values().forEach(all -> {
            IntVar there = time();
            List<BoolVar> fetchers = new ArrayList<>();
            for (Wish one : all) {
                BoolVar fetches = model.newBoolVar("");
                IntVar start = time();
                fetchers.add(fetches);
                line.add(model.newOptionalFixedSizeIntervalVar(start, one.length(), fetches, ""));
                model.addGreaterOrEqual(start, one.before());
                model.addEquality(there, LinearExpr.newBuilder().add(start).add(one.length()).build()).onlyEnforceIf(fetches);
                model.addGreaterOrEqual(one.over(), there);
            }
            model.addExactlyOne(fetchers.toArray(BoolVar[]::new));
        });
        model.addNoOverlap(line);
        byPerson.values().forEach(model::addNoOverlap);
        if (!hands.isEmpty()) {
            cumulative(hands, bench.people().size());
        }
        List<IntervalVar> everywhere = new ArrayList<>();
        onPorts.forEach((plugs, intervals) -> {
            everywhere.addAll(intervals);
            cumulative(intervals, (int) bench.ports().stream().filter(p -> p.plugs().isEmpty() || plugs.isEmpty() || p.plugs().containsAll(
                    plugs)).count());
        });
        if (!everywhere.isEmpty()) {
            cumulative(everywhere, bench.ports().size());
        }
    }

    private void cumulative(List<IntervalVar> intervals, int capacity) {
        CumulativeConstraint all = model.addCumulative(capacity);
        intervals.forEach(i -> all.addDemand(i, 1));
    }

    /** Nothing but what people do one after another on machines: each machine somebody who can do nothing else. */
    static Bench jobShop(int[][] machinesAndTimes, long due) {
        int machines = machinesAndTimes[0].length / 2;
        List<String> names = IntStream.range(0, machines).mapToObj(m -> "m" + m).toList();
        List<Job> jobs = new ArrayList<>();
        for (int[] row : machinesAndTimes) {
            List<Task> tasks = new ArrayList<>();
            for (int i = 0; i < row.length; i += 2) {
                tasks.add(new Task(Text.raw("x"), new Range(row[i + 1], row[i + 1], row[i + 1], 0),
                        Task.Need.HANDS, false, null, "m" + row[i]));
            }
            jobs.add(new Job("j" + jobs.size(), due, 1, null, tasks));
        }
        return new Bench(jobs, names.stream().map(m -> new Bench.Person(m, Bench.Person.always(m).present(), names.stream().filter(n -> !n
                .equals(m)).collect(Collectors.toSet()))).toList(), List.of());
    }
}
