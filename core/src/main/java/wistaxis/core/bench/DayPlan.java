package wistaxis.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;

/**
 * The plan as it stood when a day began, and what became of it.
 *
 * @param day of the bench's time
 * @param ends when each ticket was to be over
 */
public record DayPlan(LocalDate day, List<End> ends) {
    /** So many days are kept. Ours. */
    public static final int KEPT = 30;

    public record End(String ticket, Instant at) {}

    /** Several days, the newest last. */
    public record Days(List<DayPlan> days) {
        public static final Days NONE = new Days(List.of());

        public Days {
            days = List.copyOf(days);
        }

        /** @throws BadInput for text that is none */
        public static Days parse(String json, String name) {
            return Json.read(json, Days.class, name);
        }

        public String toJson() {
            return Json.write(this);
        }

        /** With a further day, unless that day is there. */
        public Days with(DayPlan plan) {
            if (days.stream().anyMatch(d -> d.day().equals(plan.day()))) {
                return this;
            }
            List<DayPlan> all = new ArrayList<>(days);
            all.add(plan);
            all.sort(Comparator.comparing(DayPlan::day));
            return new Days(all.subList(Math.max(0, all.size() - KEPT), all.size()));
        }

        /** The last day before one. */
        public Optional<DayPlan> before(LocalDate day) {
            return days.stream().filter(d -> d.day().isBefore(day)).reduce((_, b) -> b);
        }
    }

    public DayPlan {
        ends = List.copyOf(ends);
    }

    /** The tickets that a plan ends before its day is over. @param end of the day */
    public static DayPlan of(LocalDate day, BenchPlan plan, Instant end) {
        return new DayPlan(day, plan.lanes().stream().filter(l -> !l.spans().isEmpty() && l.spans().getLast().end().isBefore(end)).map(
                l -> new End(l.job().ticket(), l.spans().getLast().end())).toList());
    }

    /** @param real when it was over; null while it is not @param late how much later than planned, negative for earlier; null with it */
    public record Row(String ticket, String title, Instant planned, @Nullable Instant real, @Nullable Duration late) {}

    /** What became of it, the furthest off first; what is not over yet before that. @param tickets gives those that are known */
    public List<Row> became(Function<String, Optional<Ticket>> tickets) {
        return ends.stream().flatMap(e -> tickets.apply(e.ticket()).stream().map(t -> new Row(e.ticket(), t.title(), e.at(), t.closedAt(), t
                .closedAt() == null ? null : BenchTime.between(e.at(), t.closedAt())))).sorted(Comparator.comparing((Row r) ->
                        r.late() == null
                        ? Duration.ofDays(9_999) : r.late().abs()).reversed()).toList();
    }

    /** The middle of how much later than planned they were; empty where nothing is over. */
    public static Optional<Duration> middle(List<Row> rows) {
        List<Duration> late = rows.stream().map(Row::late).filter(Objects::nonNull).sorted().toList();
        return late.isEmpty() ? Optional.empty() : Optional.of(late.get((late.size() - 1) / 2));
    }
}
