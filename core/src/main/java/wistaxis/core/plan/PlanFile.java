package wistaxis.core.plan;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Shown;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/**
 * A bench with a schedule, as a file: what {@code plan --json} writes and {@code plan check} reads. Times are whole seconds after its
 * beginning.
 *
 * @param lineFrom from when on there is a connection; null for now
 */
public record PlanFile(List<JobRow> jobs, List<PersonRow> people, List<PortRow> ports, @Nullable Long lineFrom,
        List<Schedule.Placed> schedule) {
    /** Jobs, tasks of a job, people and ports of a file. Ours. */
    private static final int MOST = 5_000;

    /** @param due null for nothing promised @param plug null for any */
    public record JobRow(String id, @Nullable Long due, double weight, @Nullable String plug, List<TaskRow> tasks) {}

    /**
     * @param low a tenth, and the middle, and nine tenths of how long it takes, seconds @param file of a download that others share
     * @param within null for any time
     */
    public record TaskRow(String what, double low, double mid, double high, Task.Need need, boolean port, @Nullable String file,
            @Nullable String work, @Nullable Long within) {}

    /** @param present from and to, two a stretch; null for always @param cannot kinds of work; null for none */
    public record PersonRow(String name, @Nullable List<List<Long>> present, @Nullable Set<String> cannot) {}

    /** @param plugs none for every plug */
    public record PortRow(String name, Set<String> plugs) {}

    /** @throws BadInput for what is no plan, with line and value */
    public static PlanFile parse(String json, String name) {
        return Json.read(json, PlanFile.class, name);
    }

    /** What a planner made of a bench. */
    public static PlanFile of(Bench bench, Schedule schedule) {
        return new PlanFile(bench.jobs().stream().map(j -> new JobRow(j.id(), j.due() >= Job.NEVER ? null : (Long) j.due(), j.weight(), j
                .plug(), j.tasks().stream().map(t -> new TaskRow(t.what().toString(), t.seconds().low(), t.seconds().mid(), t.seconds()
                        .high(), t.need(), t.port(), t.file(), t.work(), t.within() == Task.EVER ? null : (Long) t.within())).toList()))
                                .toList(), bench.people().stream().map(p ->
                                new PersonRow(p.name(),
                                p.present().stream().map(s -> List.of(s.from(), s.to())).toList(), p.cannot().isEmpty() ? null
                                        : p.cannot())).toList(), bench.ports().stream()
                                        .map(p -> new PortRow(p.name(), p.plugs())).toList(), bench.lineFrom() == 0 ? null
                                                : (Long) bench.lineFrom(), schedule.placed());
    }

    /** @throws BadInput for a value that is none */
    public Bench bench() {
        if (jobs.size() > MOST || people.size() > MOST || ports.size() > MOST) {
            throw new BadInput(t("core.plan.file-many", "most", MOST));
        }
        try {
            return new Bench(jobs.stream().map(PlanFile::job).toList(), people.stream().map(PlanFile::person).toList(), ports.stream()
                    .map(p -> new Bench.Port(p.name(), p.plugs())).toList(), lineFrom == null ? 0 : lineFrom);
        } catch (IllegalArgumentException e) {
            throw new BadInput(String.valueOf(e.getMessage()), e);
        }
    }

    private static Job job(JobRow j) {
        return new Job(j.id(), j.due() == null ? Job.NEVER : j.due(), j.weight(), j.plug(), j.tasks().stream().map(t -> new Task(Text.raw(t
                .what()), new Range(t.low(), t.mid(), t.high(), 0), t.need(), t.port(), t.file(), t.work(), t.within() == null ? Task.EVER
                        : t.within())).toList());
    }

    private static Bench.Person person(PersonRow p) {
        Bench.Person always = Bench.Person.always(p.name());
        return new Bench.Person(p.name(), p.present() == null ? always.present() : p.present().stream().map(s -> {
            if (s.size() != 2) {
                throw new BadInput(t("core.plan.file-stretch", "stretch", Shown.value(s.toString()), "who", Shown.value(p.name())));
            }
            return new Bench.Stretch(s.getFirst(), s.getLast());
        }).toList(), p.cannot() == null ? Set.of() : p.cannot());
    }

    /** Its schedule, as far as it can be one. @throws BadInput where it names a job, task, person or port that is not there */
    public Schedule planned() {
        for (int i = 0; i < schedule.size(); i++) {
            Schedule.Placed p = schedule.get(i);
            boolean there = in(p.job(), jobs.size(), 0) && in(p.task(), jobs.get(p.job()).tasks().size(), 0) && in(p.person(),
                    people.size(),
                    Schedule.NONE) && in(p.port(), ports.size(), Schedule.NONE);
            if (!there) {
                throw new BadInput(t("core.plan.file-entry", "entry", i + 1, "what", Shown.value(p.toString())));
            }
        }
        return new Schedule(schedule);
    }

    private static boolean in(int index, int size, int least) {
        return index >= least && index < size;
    }
}
