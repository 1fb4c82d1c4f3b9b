package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.Legal;
import wistaxis.core.ticket.Stage;
import wistaxis.core.time.BusinessDays;
import wistaxis.core.words.Text;

/** Who is at work, which ports there are, and what is tried beside the plan. */
class AtWorkTest {
    /** A Friday. */
    private static final Instant NOW = Instant.parse("2026-05-15T11:00:00Z");
    private static final BusinessDays DAYS = BusinessDays.mondayToFriday(_ -> false);

    private static BenchPlan.Job job(String ticket, int promisedMinutes) {
        return new BenchPlan.Job(ticket, Stage.KEYS, NOW.plusSeconds(promisedMinutes * 60L), Duration.ZERO, Duration.ZERO, true,
                List.of(new BenchPlan.Stretch(Text.raw("Restore"), Duration.ofMinutes(20))), List.of());
    }

    @Test
    void breaksAndWeekendsAreKeptFree() {
        BenchPlan.Crew crew = new AtWork(List.of("Ada Marrow 9-12:30 13:00-17:30", "Bo"), List.of("left 8-pin", "2 8-pin usb-c", "3")).crew(NOW,
                ZoneOffset.UTC, DAYS);
        assertThat(crew.people()).extracting(Bench.Person::name).containsExactly("Ada Marrow", "Bo");
        Bench.Person ada = crew.people().getFirst();
        assertThat(ada.present().getFirst()).as("what is left of the morning").isEqualTo(new Bench.Stretch(0, 90 * 60));
        assertThat(ada.from(80 * 60, 20 * 60)).as("not across the break").contains(120L * 60);
        assertThat(ada.from(7 * 3600, 3600)).as("Friday evening: Monday at nine").contains(Duration.between(NOW, Instant.parse(
                "2026-05-18T09:00:00Z")).toSeconds());
        assertThat(crew.ports()).extracting(Bench.Port::plugs).containsExactly(Set.of("8-pin"), Set.of("8-pin", "usb-c"), Set.of());
        assertThat(AtWork.ONE.crew(NOW, ZoneOffset.UTC, DAYS)).isEqualTo(BenchPlan.Crew.ONE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"Ada 9:00-25:00 | 9:00-25:00", "Ada 12:00-9:00 | 12:00-9:00", "Ada 9-12 11-17 | 11-17",
        "Ada 9:00- | 9:00-", "Ada 9-12 lunch | lunch"})
    void whatCannotBeReadIsSaid(String line, String what) {
        assertThatThrownBy(() -> new AtWork(List.of(line), List.of())).isInstanceOf(BadInput.class).hasMessageContaining(what)
                .hasMessageContaining(line);
        assertThatThrownBy(() -> new AtWork(List.of(), List.of("8-pin"))).isInstanceOf(BadInput.class).hasMessageContaining("no name");
    }

    /** Tried beside the plan: what becomes of each ticket is told, the plan stays. */
    @Test
    void whatIsTriedIsComparedAndNotKept() {
        BenchPlan.Crew crew = new AtWork(List.of("Ada"), List.of("1")).crew(NOW, ZoneOffset.UTC, DAYS);
        BenchPlan plan = BenchPlan.of(List.of(job("a", 60), job("b", 40)), crew, java.util.Map.of(), NOW);
        assertThat(Legal.check(plan.bench(), plan.schedule())).isEmpty();
        assertThat(plan.uses()).extracting(u -> u.name().toString()).containsExactly("Ada", "Port 1");
        assertThat(says(plan, new WhatIf(null, null, null, "a", null), crew)).anyMatch(s -> s.startsWith("b will be late")
                || s.startsWith("b is ready")).anyMatch(s -> s.startsWith("a is ready"));
        assertThat(says(plan, new WhatIf(List.of("Bo"), null, null, null, null), crew)).as("the port is what is short, but the handover gets hands").allMatch(
                s -> s.contains("earlier"));
        assertThat(says(plan, new WhatIf(null, null, null, null, 30), crew)).as("a rush ticket takes half an hour").isNotEmpty();
        assertThat(says(plan, new WhatIf(null, "1", null, null, null), crew)).as("the only port is broken: without ports their number does "
                + "not matter").isNotEmpty();
        assertThatThrownBy(() -> says(plan, new WhatIf(null, "9", null, null, null), crew)).isInstanceOf(BadInput.class).hasMessageContaining(
                "[9]");
        assertThatThrownBy(() -> says(plan, new WhatIf(null, null, null, "zz", null), crew)).isInstanceOf(BadInput.class)
                .hasMessageContaining("[zz]");
        assertThatThrownBy(() -> WhatIf.parse("{\"rushMinutes\": 0}", "x.json")).isInstanceOf(BadInput.class);
    }

    private static List<String> says(BenchPlan plan, WhatIf tried, BenchPlan.Crew crew) {
        return WhatIf.changes(plan, tried.of(plan, crew, ZoneOffset.UTC, DAYS, WhatIf.LOOKS)).stream().flatMap(c -> c.says().stream()).map(Text::toString)
                .toList();
    }

    /** Who is next is told with its reason. */
    @Test
    void theNextCallSaysWhyItIsFirst() {
        BenchPlan plan = BenchPlan.of(List.of(job("a", 300), job("b", 40)), NOW);
        BenchPlan.Call call = plan.nextCall().orElseThrow();
        assertThat(plan.why(call).orElseThrow().key()).isEqualTo(call.ticket().equals("b") ? "core.plan.why-promised" : "core.plan.why-short");
        BenchPlan alone = BenchPlan.of(List.of(job("a", 300)), NOW);
        assertThat(alone.why(alone.nextCall().orElseThrow())).as("nothing else waits").isEmpty();
        assertThat(plan.promised("b").orElseThrow()).satisfies(p -> assertThat(p.half()).isBeforeOrEqualTo(p.likely()));
        assertThat(plan.chance("a")).hasValue(1.0);
        assertThat(plan.promised("zz")).isEmpty();
    }
}
