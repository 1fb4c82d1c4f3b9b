package wistaxis.core.bench;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Shown;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.Job;
import wistaxis.core.plan.ListPlanner;
import wistaxis.core.plan.Task;
import wistaxis.core.time.BusinessDays;
import wistaxis.core.words.Text;

/**
 * Something tried beside the plan: another person, a port that is broken, no internet for a while, one ticket first, a rush ticket. Nothing
 * of it is kept.
 *
 * @param people who comes in besides, as in {@link AtWork}; null for nobody
 * @param withoutPort the name of a port that is not there; null for none
 * @param noInternetMinutes for so long nothing is fetched, 1 to 10000; null for as it is
 * @param first the ticket that comes before all others; null for none
 * @param rushMinutes hands-on minutes of one more ticket that is wanted at once, 1 to 10000; null for none
 */
public record WhatIf(@Nullable List<String> people, @Nullable String withoutPort, @Nullable Integer noInternetMinutes,
        @Nullable String first,
        @Nullable Integer rushMinutes) {
    private static final int MOST = 10_000;

    /** So many seconds late count for the ticket that comes first as one of another. Ours. */
    private static final double FIRST = 1_000;

    /** So many orders are looked at. Ours. */
    public static final int LOOKS = 4_000;

    /** Of less nobody speaks. Ours. */
    private static final Duration SAME = Duration.ofMinutes(1);

    public WhatIf {
        people = people == null ? null : List.copyOf(people);
        minutes(noInternetMinutes);
        minutes(rushMinutes);
    }

    private static void minutes(@Nullable Integer n) {
        if (n != null && (n < 1 || n > MOST)) {
            throw new BadInput(t("core.what-if.minutes", "n", n, "most", MOST));
        }
    }

    /** @throws BadInput for text that is none, with line and value */
    public static WhatIf parse(String json, String name) {
        return Json.read(json, WhatIf.class, name);
    }

    /** What of it still holds after a while. */
    public WhatIf after(Duration gone) {
        return new WhatIf(people, withoutPort, left(noInternetMinutes, gone), first, left(rushMinutes, gone));
    }

    private static @Nullable Integer left(@Nullable Integer minutes, Duration gone) {
        long left = minutes == null ? 0 : minutes - gone.toMinutes();
        return left < 1 ? null : (Integer) (int) Math.min(MOST, left);
    }

    /**
     * What a ticket's end becomes.
     *
     * @param before when it would be ready by the plan; null where that cannot end it
     * @param after the same by what is tried
     */
    public record Change(String ticket, @Nullable Instant before, @Nullable Instant after, boolean lateBefore, boolean lateAfter) {
        /** In words; empty where nobody would notice. */
        public Optional<Text> says() {
            if (before == null || after == null) {
                return before == after ? Optional.empty() : Optional.of(Text.of(after == null ? "core.what-if.never" : "core.what-if.ends",
                        "ticket", ticket));
            }
            Duration by = Duration.between(before, after);
            if (lateBefore != lateAfter) {
                return Optional.of(Text.of(lateAfter ? "core.what-if.now-late" : "core.what-if.no-longer-late", "ticket", ticket, "at",
                        after));
            }
            return by.abs().compareTo(SAME) < 0 ? Optional.empty() : Optional.of(Text.of(by.isNegative() ? "core.what-if.earlier"
                    : "core.what-if.later", "ticket", ticket, "minutes", by.abs().toMinutes(), "at", after));
        }
    }

    /**
     * The plan with it.
     *
     * @param looks so many orders are looked at besides the usual ones
     * @throws BadInput for a port or a ticket that is not there, or people that cannot be read
     */
    public BenchPlan of(BenchPlan plan, BenchPlan.Crew crew, ZoneId zone, BusinessDays days, int looks) {
        List<BenchPlan.Job> jobs = plan.lanes().stream().map(BenchPlan.Lane::job).toList();
        Bench tried = BenchPlan.bench(jobs, crew(crew, plan.from(), zone, days), plan.from());
        List<Job> planned = new ArrayList<>(tried.jobs());
        if (first != null) {
            int at = planned.stream().map(Job::id).toList().indexOf(first);
            if (at < 0) {
                throw new BadInput(t("core.what-if.no-ticket", "ticket", Shown.value(first)));
            }
            planned.set(at, new Job(first, 0, FIRST, planned.get(at).plug(), planned.get(at).tasks()));
        }
        if (rushMinutes != null) {
            planned.add(new Job("rush", rushMinutes * 60L, FIRST, null, List.of(Task.of(Text.of("core.what-if.rush"), rushMinutes * 60.0,
                    Task.Need.HANDS))));
        }
        Bench bench = new Bench(planned, tried.people(), tried.ports(), noInternetMinutes == null ? 0 : noInternetMinutes * 60L);
        return BenchPlan.of(jobs, bench, new ListPlanner().best(bench, looks), plan.from());
    }

    private BenchPlan.Crew crew(BenchPlan.Crew crew, Instant now, ZoneId zone, BusinessDays days) {
        List<Bench.Person> all = new ArrayList<>(crew.people());
        if (people != null) {
            all.addAll(new AtWork(people, List.of()).crew(now, zone, days).people());
        }
        if (withoutPort != null && crew.ports().stream().noneMatch(p -> p.name().equals(withoutPort))) {
            throw new BadInput(t("core.what-if.no-port", "port", Shown.value(withoutPort), "known", crew.ports().stream()
                    .map(Bench.Port::name)
                    .toList()));
        }
        return new BenchPlan.Crew(all, crew.ports().stream().filter(p -> !p.name().equals(withoutPort)).toList());
    }

    /** What becomes of each ticket, in the order of the plan. */
    public static List<Change> changes(BenchPlan before, BenchPlan after) {
        Map<String, BenchPlan.Lane> then = after.lanes().stream().collect(Collectors.toMap(l -> l.job().ticket(), l -> l));
        List<Change> all = new ArrayList<>();
        for (int i = 0; i < before.lanes().size(); i++) {
            BenchPlan.Lane was = before.lanes().get(i);
            BenchPlan.Lane is = then.get(was.job().ticket());
            all.add(new Change(was.job().ticket(), end(before, i), is == null ? null : end(after, i), was.late(), is != null && is.late()));
        }
        return all;
    }

    private static @Nullable Instant end(BenchPlan plan, int job) {
        return plan.schedule().end(plan.bench(), job).map(plan.from()::plusSeconds).orElse(null);
    }
}
