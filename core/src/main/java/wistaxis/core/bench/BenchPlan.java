package wistaxis.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.ticket.Stage;
import wistaxis.core.words.Text;

/**
 * Who needs hands when: one pair of hands goes round the open jobs, the earliest promised first; what runs unattended runs beside it.
 * A plain list schedule; it says when, it does not search for the best order.
 *
 * @param lanes one an open job, in the order given
 */
public record BenchPlan(List<Lane> lanes) {
    private static final List<Work> WORK = Json.fact("bench.json", WorkFacts.class).work();

    private static final Set<Stage> WRITING = EnumSet.of(Stage.FIRMWARE, Stage.KEYS, Stage.RESTORE);

    private record Work(Stage stage, Text what, int handsSeconds, Provenance provenance, String source) {}

    private record WorkFacts(List<Work> work) {}

    /**
     * An open job as the plan needs it.
     *
     * @param running what the machine part of the present stage still runs by itself, and where hands are needed in between; empty when it
     *     waits for hands
     * @param download how long the download will take once started; zero when it is here
     * @param writes whether firmware is written on its way, as far as that is known
     * @param setUp what is left between greeting and first use; empty where that is not known, and the usual length counts
     * @param restore what the restore runs through once started
     */
    public record Job(String ticket, Stage stage, Instant promised, List<Stretch> running, Duration download, boolean writes,
            List<Stretch> restore, List<Stretch> setUp) {
        /** @param unattended how long it still runs by itself; zero when it waits for hands */
        public Job(String ticket, Stage stage, Instant promised, Duration unattended, Duration download, boolean writes,
                List<Stretch> restore, List<Stretch> setUp) {
            this(ticket, stage, promised, unattended.isPositive() ? List.of(new Stretch(stage.words(), unattended)) : List.of(), download,
                    writes, restore, setUp);
        }

        public Job {
            running = List.copyOf(running);
            restore = List.copyOf(restore);
            setUp = List.copyOf(setUp);
        }
    }

    /** A stretch of a run or of set-up. @param hands whether it wants the bench's hands, as the way back into the mode does */
    public record Stretch(Text what, Duration length, boolean hands) {
        /** One that runs by itself. */
        public Stretch(Text what, Duration length) {
            this(what, length, false);
        }
    }

    /** A stretch of a job; hands-on or unattended. */
    public record Span(Instant start, Instant end, boolean hands, Text what) {}

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

    public static BenchPlan of(List<Job> jobs, Instant now) {
        List<Planner> planners = jobs.stream().map(j -> new Planner(j, now)).toList();
        Instant handsFree = now;
        for (Optional<Planner> next = nextOf(planners, handsFree); next.isPresent(); next = nextOf(planners, handsFree)) {
            handsFree = next.get().take(handsFree);
        }
        return new BenchPlan(planners.stream().map(Planner::lane).toList());
    }

    /** Of those ready when the hands are free the earliest promised; if none is, the one ready first. */
    private static Optional<Planner> nextOf(List<Planner> planners, Instant handsFree) {
        return planners.stream().filter(Planner::hasMore)
                .min(Comparator.<Planner, Instant>comparing(p -> p.free.isBefore(handsFree) ? handsFree : p.free)
                .thenComparing(p -> p.job.promised()));
    }

    /** The earliest moment at which a ticket needs hands. */
    public Optional<Call> nextCall() {
        return lanes.stream().flatMap(l -> l.spans().stream().filter(Span::hands).limit(1)
                .map(s -> new Call(l.job().ticket(), s.start(), s.what())))
                .min(Comparator.comparing(Call::at));
    }

    private static final class Planner {
        private final Job job;
        private final List<Span> spans = new ArrayList<>();
        private final List<Stage> stages;
        private final Deque<Stretch> setUp;
        private final Deque<Stretch> running;
        private Instant free;
        private boolean attended;

        Planner(Job job, Instant now) {
            this.job = job;
            this.free = now;
            this.setUp = new ArrayDeque<>(job.setUp());
            this.stages = new ArrayList<>(Arrays.stream(Stage.values()).filter(s -> s.compareTo(job.stage()) >= 0 && s != Stage.CLOSED)
                    .filter(s -> job.writes() || s == job.stage() || !WRITING.contains(s)).toList());
            this.running = new ArrayDeque<>(job.running());
            if (!running.isEmpty()) {
                stages.removeFirst();
            }
            waits();
        }

        boolean hasMore() {
            return !running.isEmpty() || !stages.isEmpty();
        }

        /** The hands take the next piece of work. @return when they are free again */
        Instant take(Instant handsFree) {
            Instant start = free.isBefore(handsFree) ? handsFree : free;
            if (!running.isEmpty()) {
                Stretch s = running.removeFirst();
                hands(start, s.length(), s.what());
                Instant end = free;
                waits();
                return end;
            }
            Stage stage = stages.getFirst();
            if (stage == Stage.HANDOVER && !setUp.isEmpty()) {
                Stretch s = setUp.removeFirst();
                hands(start, s.length(), s.what());
            } else {
                Work work = WORK.stream().filter(w -> w.stage() == stage).findFirst().orElseThrow();
                hands(start, Duration.ofSeconds(work.handsSeconds()), work.what());
                stages.removeFirst();
            }
            Instant end = free;
            if (stage == Stage.FIRMWARE) {
                unattended(job.download(), Text.of("core.plan.download"));
            } else if (stage == Stage.RESTORE) {
                running.addAll(job.restore());
            }
            waits();
            return end;
        }

        private void hands(Instant start, Duration length, Text what) {
            free = start.plus(length);
            spans.add(new Span(start, free, true, what));
            attended = true;
        }

        /** What runs by itself runs while the hands are elsewhere, as the waits of set-up do; they are wanted again after each. */
        private void waits() {
            while (!running.isEmpty() && !running.getFirst().hands()) {
                Stretch s = running.removeFirst();
                unattended(s.length(), s.what());
            }
            if (!running.isEmpty() || stages.isEmpty() || stages.getFirst() != Stage.HANDOVER || job.setUp().isEmpty()) {
                return;
            }
            while (!setUp.isEmpty() && !setUp.getFirst().hands()) {
                Stretch s = setUp.removeFirst();
                unattended(s.length(), s.what());
            }
            if (setUp.isEmpty()) {
                stages.removeFirst();
            }
        }

        private void unattended(Duration length, Text what) {
            if (length.isPositive()) {
                spans.add(new Span(free, free.plus(length), false, what));
                free = free.plus(length);
            }
        }

        Lane lane() {
            return new Lane(job, spans, attended && free.isAfter(job.promised()));
        }
    }
}
