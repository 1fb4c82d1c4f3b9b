package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import wistaxis.core.firmware.RateMeter;
import wistaxis.core.ticket.Stage;

class BenchTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    private static BenchPlan.Job job(String ticket, Stage stage, int promisedMinutes, int unattendedSeconds) {
        return new BenchPlan.Job(ticket, stage, NOW.plusSeconds(promisedMinutes * 60L), Duration.ofSeconds(unattendedSeconds), Duration.ofSeconds(90), true, List.of(new BenchPlan.Stretch("Restore", Duration.ofSeconds(640)), new BenchPlan.Stretch("Second bar", Duration.ofSeconds(135))));
    }

    @Test
    void onePairOfHandsIsNeverInTwoPlacesAndTheEarliestPromiseGoesFirst() {
        BenchPlan plan = BenchPlan.of(List.of(job("a", Stage.INTAKE, 200, 0), job("b", Stage.KEYS, 30, 0), job("c", Stage.FIRMWARE, 60, 45), job("d", Stage.RESTORE, 10, 600)), NOW);
        List<BenchPlan.Span> hands = new ArrayList<>(plan.lanes().stream().flatMap(l -> l.spans().stream()).filter(BenchPlan.Span::hands).toList());
        hands.sort(Comparator.comparing(BenchPlan.Span::start));
        for (int i = 1; i < hands.size(); i++) {
            assertThat(hands.get(i).start()).isAfterOrEqualTo(hands.get(i - 1).end());
        }
        assertThat(plan.nextCall()).hasValueSatisfying(c -> assertThat(c.ticket()).isEqualTo("b"));
        assertThat(plan.lanes().get(3).spans().getFirst()).isEqualTo(new BenchPlan.Span(NOW, NOW.plusSeconds(600), false, "Restore"));
        assertThat(plan.lanes().get(3).late()).as("promised in 10, done after 15").isTrue();
        for (BenchPlan.Lane lane : plan.lanes()) {
            for (int i = 1; i < lane.spans().size(); i++) {
                assertThat(lane.spans().get(i).start()).isAfterOrEqualTo(lane.spans().get(i - 1).end());
            }
        }
    }

    @Test
    void theBenchClockKeepsItsTimeWhenItsPaceChanges() {
        BenchClock clock = new BenchClock(1, 100, 5_000);
        BenchClock fast = clock.withRate(60, 200);
        assertThat(fast.at(200)).isEqualTo(clock.at(200));
        assertThat(fast.at(300)).isEqualTo(5_100 + 6_000);
    }

    @Test
    void theRateIsThatOfTheLastSeconds() {
        RateMeter meter = new RateMeter();
        assertThat(meter.secondsLeft(1000)).isEmpty();
        for (int i = 0; i <= 200; i++) {
            meter.mark(i * 100_000_000L, i <= 50 ? i * 100_000L : 5_000_000L + (i - 50) * 300_000L);
        }
        assertThat(meter.bytesPerSecond().orElseThrow()).isCloseTo(3_000_000, org.assertj.core.data.Percentage.withPercentage(1));
        assertThat(meter.secondsLeft(6_000_000).orElseThrow()).satisfies(left -> {
            assertThat(left.mid()).isCloseTo(2, org.assertj.core.data.Percentage.withPercentage(1));
            assertThat(left.high() - left.low()).as("a steady line leaves no doubt").isLessThan(0.01);
        });
        for (int i = 1; i <= 120; i++) {
            meter.mark((200L + i) * 100_000_000L, 50_000_000L + i / 10 * 3_000_000L + (i / 5 % 2) * 2_500_000L);
        }
        assertThat(meter.secondsLeft(60_000_000).orElseThrow()).as("an unsteady one does").satisfies(left -> assertThat(left.high()).isGreaterThan(left.low() * 1.05));
    }
}
