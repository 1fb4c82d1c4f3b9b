package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** The plan of a day, kept, and what became of it. */
class DayPlanTest {
    private static final Instant NINE = Instant.parse("2026-05-12T09:00:00Z");
    private static final LocalDate DAY = LocalDate.of(2026, 5, 12);

    private static Ticket closed(String number, Instant at) {
        return Ticket.fold(List.of(Chain.link(Chain.START, 1, number, NINE, null, new TicketEvent.Opened("Ferry", true).toJson()), Chain.link(
                Chain.START, 2, number, at, null, new TicketEvent.Closed(Said.of("handed-over")).toJson())));
    }

    @Test
    void whatWasPlannedIsHeldAgainstWhatBecameOfIt() {
        BenchPlan plan = BenchPlan.of(List.of(new BenchPlan.Job("T-0001", Stage.HANDOVER, NINE, Duration.ZERO, Duration.ZERO, false, List.of(),
                List.of()), new BenchPlan.Job("T-0002", Stage.HANDOVER, NINE, Duration.ofHours(20), Duration.ZERO, false, List.of(),
                List.of()), new BenchPlan.Job("T-0003", Stage.HANDOVER, NINE, Duration.ZERO, Duration.ZERO, false, List.of(), List.of())), NINE);
        DayPlan day = DayPlan.of(DAY, plan, NINE.plus(Duration.ofHours(15)));
        assertThat(day.ends()).extracting(DayPlan.End::ticket).as("one ends on the next day").containsExactly("T-0001", "T-0003");
        Instant planned = day.ends().getFirst().at();
        List<DayPlan.Row> rows = day.became(n -> n.equals("T-0001") ? Optional.of(closed(n, planned.plusSeconds(1_800))) : Optional.empty());
        assertThat(rows).singleElement().satisfies(r -> assertThat(r.late()).isEqualTo(Duration.ofMinutes(30)));
        assertThat(DayPlan.middle(rows)).hasValue(Duration.ofMinutes(30));
        DayPlan.Days days = DayPlan.Days.NONE.with(day).with(new DayPlan(DAY, List.of())).with(new DayPlan(DAY.plusDays(1), List.of()));
        assertThat(DayPlan.Days.parse(days.toJson(), "days")).isEqualTo(days);
        assertThat(days.before(DAY.plusDays(1))).as("the first plan of a day is the one that counts").hasValue(day);
        assertThat(days.before(DAY)).isEmpty();
        assertThatThrownBy(() -> DayPlan.Days.parse("{\"days\": 3}", "days.json")).isInstanceOf(BadInput.class).hasMessageContaining("days.json");
    }
}
