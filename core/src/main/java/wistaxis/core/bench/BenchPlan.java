package wistaxis.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.ListPlanner;
import wistaxis.core.plan.Promise;
import wistaxis.core.plan.Schedule;
import wistaxis.core.plan.Task;
import wistaxis.core.ticket.Stage;
import wistaxis.core.time.BenchTime;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/**
 * Who needs hands when: the open jobs with what is left of them, planned over the people at work, the ports and the one connection.
 *
 * @param lanes one an open job, in the order given
 * @param bench what was planned
 * @param schedule what came of it
 * @param from the moment at which it begins
 */
public record BenchPlan(List<Lane> lanes, Bench bench, Schedule schedule, Instant from) {
    private static final List<Work> WORK = Json.fact("bench.json", WorkFacts.class).work();

    private static final Set<Stage> WRITING = EnumSet.of(Stage.FIRMWARE, Stage.KEYS, Stage.RESTORE);

    /** Days that are played through for a promise. Ours. */
    private static final int DAYS = 400;

    private record Work(Stage stage, Text what, int handsSeconds, Provenance provenance, String source) {}

    private record WorkFacts(List<Work> work) {}

    /** Who is at work, and the ports of the computers; no ports where their number does not matter. */
    public record Crew(List<Bench.Person> people, List<Bench.Port> ports) {
        /** One pair of hands, always there. */
        public static final Crew ONE = new Crew(List.of(Bench.Person.always("")), List.of());

        public Crew {
            people = List.copyOf(people);
            ports = List.copyOf(ports);
        }
    }

    /**
     * An open job as the plan needs it.
     *
     * @param running what the machine part of the present stage still runs by itself, and where hands are needed in between; empty when it
     *     waits for hands
     * @param download how long the download will take once started, seconds; zero when it is here
     * @param file what is downloaded, so that one download serves all who want it; null where nobody else wants the same
     * @param plug the plug of the device; null while that is not known
     * @param writes whether firmware is written on its way, as far as that is known
     * @param restore what the restore runs through once started
     * @param inMode how long the device stays in the mode that the restore needs, once it is in it, or from now on where it is; null for
     *     ever
     * @param setUp what is left between greeting and first use; empty where that is not known, and the usual length counts
     */
    public record Job(String ticket, Stage stage, Instant promised, List<Stretch> running, Range download, @Nullable String file,
            @Nullable String plug, boolean writes, @Nullable Duration inMode, List<Stretch> restore, List<Stretch> setUp) {
        /** @param unattended how long it still runs by itself; zero when it waits for hands */
        public Job(String ticket, Stage stage, Instant promised, Duration unattended, Duration download, boolean writes,
                List<Stretch> restore, List<Stretch> setUp) {
            this(ticket, stage, promised, unattended.isPositive() ? List.of(new Stretch(stage.words(), unattended)) : List.of(), download,
                    writes, restore, setUp);
        }

        public Job(String ticket, Stage stage, Instant promised, List<Stretch> running, Duration download, boolean writes,
                List<Stretch> restore, List<Stretch> setUp) {
            this(ticket, stage, promised, running, Stretch.exactly(download), null, null, writes, null, restore, setUp);
        }

        public Job {
            running = List.copyOf(running);
            restore = List.copyOf(restore);
            setUp = List.copyOf(setUp);
        }

        /** What is left of it, as tasks. */
        wistaxis.core.plan.Job planned(Instant from) {
            List<Task> tasks = new ArrayList<>();
            boolean runs = !running.isEmpty();
            running.forEach(s -> tasks.add(s.task(stage == Stage.RESTORE)));
            Arrays.stream(Stage.values()).filter(s -> s != Stage.CLOSED && (runs ? s.compareTo(stage) > 0 : s.compareTo(stage) >= 0))
                    .filter(s -> writes || s == stage || !WRITING.contains(s)).forEach(s -> add(s, tasks));
            long due = promised.isAfter(from.plus(Duration.ofDays(3_650))) ? wistaxis.core.plan.Job.NEVER : BenchTime.between(from,
                    promised)
                    .toSeconds();
            return new wistaxis.core.plan.Job(ticket, due, 1, plug, tasks);
        }

        private void add(Stage s, List<Task> tasks) {
            if (s == Stage.HANDOVER && !setUp.isEmpty()) {
                setUp.forEach(p -> tasks.add(p.task(false, "set-up")));
                return;
            }
            Work work = WORK.stream().filter(w -> w.stage() == s).findFirst().orElseThrow();
            boolean port = writes && (s == Stage.KEYS || s == Stage.RESTORE);
            tasks.add(new Task(work.what(), Stretch.exactly(Duration.ofSeconds(work.handsSeconds())), Task.Need.HANDS, port, null,
                    s == Stage.KEYS ? "buttons" : s.name().toLowerCase(Locale.ROOT), s == Stage.RESTORE && inMode != null
                            ? Math.max(0, inMode.toSeconds()) : Task.EVER));
            if (s == Stage.FIRMWARE && download.high() > 0) {
                tasks.add(new Task(Text.of("core.plan.download"), download, Task.Need.LINE, false, file));
            } else if (s == Stage.RESTORE) {
                restore.forEach(r -> tasks.add(r.task(true)));
            }
        }
    }

    /**
     * A stretch of a run or of set-up.
     *
     * @param seconds how long it takes
     * @param hands whether it wants the bench's hands, as the way back into the mode does
     */
    public record Stretch(Text what, Range seconds, boolean hands) {
        public Stretch(Text what, Duration length, boolean hands) {
            this(what, exactly(length), hands);
        }

        /** One that runs by itself. */
        public Stretch(Text what, Duration length) {
            this(what, length, false);
        }

        /** The length that is planned with. */
        public Duration length() {
            return Duration.ofSeconds(task(false).planned());
        }

        static Range exactly(Duration length) {
            double seconds = length.toMillis() / 1000.0;
            return new Range(seconds, seconds, seconds, 0);
        }

        private Task task(boolean port) {
            return task(port, null);
        }

        private Task task(boolean port, @Nullable String work) {
            return new Task(what, seconds, hands ? Task.Need.HANDS : Task.Need.NOTHING, port, null, work);
        }
    }

    /** A stretch of a job; hands-on or unattended. @param who does it; empty for nobody, or whoever is at work */
    public record Span(Instant start, Instant end, boolean hands, Text what, String who) {
        public Span(Instant start, Instant end, boolean hands, Text what) {
            this(start, end, hands, what, "");
        }
    }

    /** @param late whether the plan ends after the promised time */
    public record Lane(Job job, List<Span> spans, boolean late) {
        public Lane {
            spans = List.copyOf(spans);
        }
    }

    /** The next moment that needs hands, and whose. */
    public record Call(String ticket, Instant at, Text what) {}

    public BenchPlan {
        lanes = List.copyOf(lanes);
    }

    /** With one pair of hands. */
    public static BenchPlan of(List<Job> jobs, Instant now) {
        return of(jobs, Crew.ONE, Map.of(), now);
    }

    /** @param before where each job stood in the plan that people rely on, by ticket; empty for none */
    public static BenchPlan of(List<Job> jobs, Crew crew, Map<String, Double> before, Instant now) {
        Bench bench = bench(jobs, crew, now);
        return of(jobs, bench, new ListPlanner(before, 1).atOnce(bench), now);
    }

    /** The open jobs as a bench to be planned. */
    public static Bench bench(List<Job> jobs, Crew crew, Instant now) {
        return new Bench(jobs.stream().map(j -> j.planned(now)).toList(), crew.people(), crew.ports());
    }

    /** What a planner made of a bench, as it is shown. */
    public static BenchPlan of(List<Job> jobs, Bench bench, Schedule schedule, Instant now) {
        return new BenchPlan(IntStream.range(0, jobs.size()).mapToObj(i -> lane(jobs.get(i), i, bench, schedule, now)).toList(), bench,
                schedule, now);
    }

    private static Lane lane(Job job, int at, Bench bench, Schedule schedule, Instant now) {
        List<Task> tasks = bench.jobs().get(at).tasks();
        List<Span> spans = schedule.of(at).stream().filter(p -> p.end() > p.start()).map(p -> new Span(now.plusSeconds(p.start()), now
                .plusSeconds(p.end()), tasks.get(p.task()).hands(), tasks.get(p.task()).what(), p.person() == Schedule.NONE ? ""
                : bench.people().get(p.person()).name())).toList();
        boolean late = spans.stream().anyMatch(Span::hands) && spans.getLast().end().isAfter(job.promised());
        return new Lane(job, spans, late);
    }

    /** The port that a ticket's device hangs on first, by the plan; empty for none, and where ports do not matter. */
    public Optional<String> port(String ticket) {
        return at(ticket).stream().flatMap(i -> schedule.of(i).stream()).filter(p -> p.port() != Schedule.NONE).findFirst().map(p ->
                bench.ports().get(p.port()).name());
    }

    /** The earliest moment at which a ticket needs hands. */
    public Optional<Call> nextCall() {
        return lanes.stream().flatMap(l -> l.spans().stream().filter(Span::hands).limit(1)
                .map(s -> new Call(l.job().ticket(), s.start(), s.what())))
                .min(Comparator.comparing(Call::at));
    }

    /** What somebody or something is used for, in time: a person, a port, the connection. */
    public record Use(Text name, List<Span> spans) {
        public Use {
            spans = List.copyOf(spans);
        }
    }

    /** People with a name, ports, and the connection where anything is fetched; in that order. */
    public List<Use> uses() {
        List<Use> all = new ArrayList<>();
        IntStream.range(0, bench.people().size()).filter(p -> !bench.people().get(p).name().isEmpty()).forEach(p ->
                all.add(use(Text.raw(bench
                .people().get(p).name()), u -> u.person() == p)));
        IntStream.range(0, bench.ports().size()).forEach(p -> all.add(use(Text.of("core.plan.port", "name", bench.ports().get(p).name()),
                u -> u.port() == p)));
        Use line = use(Text.of("core.plan.line"), u -> bench.jobs().get(u.job()).tasks().get(u.task()).need() == Task.Need.LINE);
        if (!line.spans().isEmpty()) {
            all.add(line);
        }
        return all;
    }

    private Use use(Text name, Predicate<Schedule.Placed> of) {
        return new Use(name, schedule.placed().stream().filter(of).filter(p -> p.end() > p.start()).sorted(Comparator.comparingLong(
                Schedule.Placed::start)).map(p -> {
                    Task task = bench.jobs().get(p.job()).tasks().get(p.task());
                    return new Span(from.plusSeconds(p.start()), from.plusSeconds(p.end()), task.hands(), Text.of("core.plan.use", "ticket",
                            bench.jobs().get(p.job()).id(), "what", task.what()));
                }).toList());
    }

    /** Why a call comes before all others that wait for the same hands; empty where nothing else waits then. */
    public Optional<Text> why(Call call) {
        Lane first = lanes.stream().filter(l -> l.job().ticket().equals(call.ticket())).findFirst().orElse(null);
        List<Lane> others = lanes.stream().filter(l -> l != first && ready(l).filter(r -> !r.isAfter(call.at())).isPresent()).toList();
        if (first == null || others.isEmpty()) {
            return Optional.empty();
        }
        Instant promised = first.job().promised();
        boolean isFirst = others.stream().allMatch(o -> !o.job().promised().isBefore(promised)) && promised.isBefore(BenchTime.LAST);
        return Optional.of(isFirst ? Text.of(first.late() ? "core.plan.why-late" : "core.plan.why-promised", "at", promised)
                : Text.of(others.stream().anyMatch(Lane::late) ? "core.plan.why-others" : "core.plan.why-short"));
    }

    /** When a lane's next work for hands could begin; empty where it has none. */
    private Optional<Instant> ready(Lane lane) {
        Instant ready = from;
        for (Span s : lane.spans()) {
            if (s.hands()) {
                return Optional.of(ready);
            }
            ready = s.end();
        }
        return Optional.empty();
    }

    /** What may be promised for a ticket, by the plan and how long things take here; empty where it is not planned. */
    public Optional<Promised> promised(String ticket) {
        return at(ticket).flatMap(i -> Promised.of(played(i), bench.jobs().get(i), from));
    }

    /** The chance that a ticket is ready when it was promised, 0 to 1; empty where nothing was, or it is not planned. */
    public Optional<Double> chance(String ticket) {
        return at(ticket).filter(i -> bench.jobs().get(i).due() < wistaxis.core.plan.Job.NEVER).map(i -> played(i).chance(bench.jobs()
                .get(i).due()));
    }

    /** Where the lane of a ticket stands. */
    private Optional<Integer> at(String ticket) {
        return IntStream.range(0, lanes.size()).filter(i -> lanes.get(i).job().ticket().equals(ticket)).boxed().findFirst();
    }

    private Promise played(int lane) {
        return Promise.of(bench, schedule, lane, DAYS, 1);
    }
}
