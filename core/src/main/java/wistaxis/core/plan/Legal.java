package wistaxis.core.plan;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.plan.Schedule.Placed;

/** Whether a schedule can be kept by a bench, exactly: each rule that it breaks, with the place. */
public final class Legal {
    private final Bench bench;
    private final List<Broken> broken = new ArrayList<>();

    /** What rules there are. */
    public enum Rule { LENGTH, ORDER, PERSON, PRESENCE, HANDS_TWICE, PORT, PLUG, PORT_TWICE, PORT_LEFT, LINE_TWICE, LINE_GONE, FILE,
            MISSING, CANNOT }

    /** A rule that is broken. @param says where, in words */
    public record Broken(Rule rule, String says) {}

    private Legal(Bench bench) {
        this.bench = bench;
    }

    /** @return every rule that is broken; empty for a schedule that can be kept */
    public static List<Broken> check(Bench bench, Schedule schedule) {
        Legal legal = new Legal(bench);
        legal.look(schedule);
        return List.copyOf(legal.broken);
    }

    private void broken(Rule rule, Placed p) {
        broken.add(new Broken(rule, t("core.plan.broken", "job", bench.jobs().get(p.job()).id(), "task", p.task() + 1, "start", p.start(),
                "end",
                p.end())));
    }

    private void look(Schedule schedule) {
        for (int job = 0; job < bench.jobs().size(); job++) {
            job(bench.jobs().get(job), schedule.of(job));
        }
        apart(schedule.placed(), p -> p.person() == Schedule.NONE ? null : p.person(), Rule.HANDS_TWICE);
        apart(stays(schedule), p -> p.port() == Schedule.NONE ? null : p.port(), Rule.PORT_TWICE);
        apart(schedule.placed().stream().filter(p -> p.end() > p.start()).toList(), p -> task(p).need() == Task.Need.LINE ? 0 : null,
                Rule.LINE_TWICE);
        files(schedule);
    }

    private Task task(Placed p) {
        return bench.jobs().get(p.job()).tasks().get(p.task());
    }

    private void job(Job job, List<Placed> placed) {
        for (int i = 0; i < placed.size(); i++) {
            Placed p = placed.get(i);
            if (p.task() != i) {
                broken(Rule.MISSING, p);
                return;
            }
            one(job, p);
            Placed before = i == 0 ? null : placed.get(i - 1);
            if (p.start() < (before == null ? 0 : before.end())) {
                broken(Rule.ORDER, p);
            }
            if (before != null && task(p).port() && task(before).port() && p.port() != before.port()) {
                broken(Rule.PORT_LEFT, p);
            }
        }
    }

    private void one(Job job, Placed p) {
        Task task = task(p);
        long length = p.end() - p.start();
        boolean shared = task.file() != null && length == 0;
        if (length != task.planned() && !shared || length < 0) {
            broken(Rule.LENGTH, p);
        }
        if (task.need() == Task.Need.LINE && !shared && length > 0 && p.start() < bench.lineFrom()) {
            broken(Rule.LINE_GONE, p);
        }
        if (task.hands() == (p.person() == Schedule.NONE) || p.person() >= bench.people().size()) {
            broken(Rule.PERSON, p);
        } else if (task.hands() && !bench.people().get(p.person()).fits(p.start(), length)) {
            broken(Rule.PRESENCE, p);
        } else if (task.hands() && !bench.people().get(p.person()).can(task)) {
            broken(Rule.CANNOT, p);
        }
        boolean wants = task.port() && !bench.ports().isEmpty();
        if (wants == (p.port() == Schedule.NONE) || p.port() >= bench.ports().size()) {
            broken(Rule.PORT, p);
        } else if (wants && !bench.ports().get(p.port()).takes(job)) {
            broken(Rule.PLUG, p);
        }
    }

    /** Each row of tasks on a port as one stretch: the device hangs there also while it waits for hands. */
    private List<Placed> stays(Schedule schedule) {
        List<Placed> stays = new ArrayList<>();
        for (Placed p : schedule.placed()) {
            Placed last = stays.isEmpty() ? null : stays.getLast();
            if (last != null && last.job() == p.job() && last.port() == p.port() && last.task() == p.task() - 1) {
                stays.set(stays.size() - 1, new Placed(p.job(), p.task(), last.start(), p.end(), p.person(), p.port()));
            } else {
                stays.add(p);
            }
        }
        return stays;
    }

    /** No two at the same time on what there is only one of. */
    private void apart(List<Placed> placed, Function<Placed, @Nullable Integer> on, Rule rule) {
        Map<Integer, List<Placed>> by = placed.stream().filter(p -> on.apply(p) != null).collect(Collectors.groupingBy(on::apply));
        by.values().forEach(all -> {
            List<Placed> sorted = all.stream().sorted(Comparator.comparingLong(Placed::start).thenComparingLong(Placed::end)).toList();
            for (int i = 1; i < sorted.size(); i++) {
                if (sorted.get(i).start() < sorted.get(i - 1).end()) {
                    broken(rule, sorted.get(i));
                }
            }
        });
    }

    /** Who shares a file has it when whoever fetched it has it. */
    private void files(Schedule schedule) {
        Map<String, Long> there = new HashMap<>();
        schedule.placed().stream().filter(p -> task(p).file() != null && (p.end() > p.start() || task(p).planned() == 0)).forEach(p ->
                there.merge(task(p).file(), p.end(),
                Math::min));
        schedule.placed().stream().filter(p -> task(p).file() != null && p.end() == p.start() && task(p).planned() > 0)
                .filter(p -> there.getOrDefault(task(p).file(), Long.MAX_VALUE) > p.start()).forEach(p -> broken(Rule.FILE, p));
    }
}
