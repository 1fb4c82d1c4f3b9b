package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import wistaxis.core.firmware.RateMeter;
import wistaxis.core.ticket.Stage;
import wistaxis.core.time.BenchClock;
import wistaxis.core.words.Text;

class BenchTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    private static BenchPlan.Job job(String ticket, Stage stage, int promisedMinutes, int unattendedSeconds) {
        return new BenchPlan.Job(ticket, stage, NOW.plusSeconds(promisedMinutes * 60L), Duration.ofSeconds(unattendedSeconds),
                Duration.ofSeconds(90), true,
                List.of(new BenchPlan.Stretch(Text.raw("Restore"), Duration.ofSeconds(640)),
                new BenchPlan.Stretch(Text.raw("Second bar"), Duration.ofSeconds(135))), List.of());
    }

    @Test
    void onePairOfHandsIsNeverInTwoPlacesAndTheEarliestPromiseGoesFirst() {
        BenchPlan plan = BenchPlan.of(List.of(job("a", Stage.INTAKE, 200, 0), job("b", Stage.KEYS, 30, 0),
                job("c", Stage.FIRMWARE, 60, 45), job("d", Stage.RESTORE, 10, 600)), NOW);
        List<BenchPlan.Span> hands = new ArrayList<>(plan.lanes().stream().flatMap(l -> l.spans().stream()).filter(BenchPlan.Span::hands)
                .toList());
        hands.sort(Comparator.comparing(BenchPlan.Span::start));
        for (int i = 1; i < hands.size(); i++) {
            assertThat(hands.get(i).start()).isAfterOrEqualTo(hands.get(i - 1).end());
        }
        assertThat(plan.nextCall()).hasValueSatisfying(c -> assertThat(c.ticket()).isEqualTo("b"));
        assertThat(plan.lanes().get(3).spans().getFirst()).isEqualTo(new BenchPlan.Span(NOW, NOW.plusSeconds(600), false, Stage.RESTORE.words()));
        assertThat(plan.lanes().get(3).late()).as("promised in 10, done after 15").isTrue();
        for (BenchPlan.Lane lane : plan.lanes()) {
            for (int i = 1; i < lane.spans().size(); i++) {
                assertThat(lane.spans().get(i).start()).isAfterOrEqualTo(lane.spans().get(i - 1).end());
            }
        }
    }

    /**
     * Whatever lies on the bench: one pair of hands, every job in its own order and whole, and the hands never rest while a job that is
     * ready waits for them.
     */
    @Property(tries = 300, seed = "20260512")
    void everyPlanIsOneThatOnePersonCanKeep(@ForAll("jobs") List<BenchPlan.Job> jobs) {
        BenchPlan plan = BenchPlan.of(jobs, NOW);
        assertThat(plan.lanes()).extracting(BenchPlan.Lane::job).containsExactlyElementsOf(jobs);
        List<BenchPlan.Span> hands = plan.lanes().stream().flatMap(l -> l.spans().stream()).filter(BenchPlan.Span::hands)
                .sorted(Comparator.comparing(BenchPlan.Span::start)).toList();
        Instant free = NOW;
        for (BenchPlan.Span span : hands) {
            assertThat(span.start()).isAfterOrEqualTo(free);
            Instant from = free;
            assertThat(plan.lanes()).as("nobody waits while the hands rest from %s to %s", from, span.start())
                    .noneMatch(l -> waits(l, from, span.start()));
            free = span.end();
        }
        for (BenchPlan.Lane lane : plan.lanes()) {
            Duration running = lane.job().running().stream().map(BenchPlan.Stretch::length).reduce(Duration.ZERO, Duration::plus);
            Duration unattended = running.plus(lane.job().stage().compareTo(Stage.FIRMWARE) <= 0 && lane.job().writes()
                    && running.isZero() ? Duration.ofMillis(Math.round(lane.job().download().mid() * 1000)) : Duration.ZERO);
            Duration alone = lane.spans().stream().filter(s -> !s.hands()).map(s -> Duration.between(s.start(), s.end()))
                    .reduce(Duration.ZERO, Duration::plus);
            assertThat(alone).as("what runs by itself is all there").isGreaterThanOrEqualTo(unattended);
            assertThat(lane.spans()).isSortedAccordingTo(Comparator.comparing(BenchPlan.Span::start));
            Instant end = lane.spans().isEmpty() ? NOW : lane.spans().getLast().end();
            assertThat(lane.late()).isEqualTo(end.isAfter(lane.job().promised()) && lane.spans().stream().anyMatch(BenchPlan.Span::hands));
        }
        assertThat(plan.nextCall().map(BenchPlan.Call::at)).isEqualTo(hands.stream().findFirst().map(BenchPlan.Span::start));
    }

    /** Common practice: a download of 40 min outlives the 15 min of recovery, and the device is put back while it goes on. */
    @Test
    void aDropOutIsBookedAndTheHandsAreFreeBetween() {
        Text download = Text.raw("Restore");
        Text back = Text.raw("Enter recovery again");
        BenchPlan.Job falls = new BenchPlan.Job("a", Stage.RESTORE, NOW.plusSeconds(7200), List.of(
                new BenchPlan.Stretch(download, Duration.ofMinutes(10)), new BenchPlan.Stretch(back, Duration.ofMinutes(1), true),
                new BenchPlan.Stretch(download, Duration.ofMinutes(14)), new BenchPlan.Stretch(back, Duration.ofMinutes(1), true),
                new BenchPlan.Stretch(download, Duration.ofMinutes(20))), Duration.ZERO, true, List.of(), List.of());
        BenchPlan plan = BenchPlan.of(List.of(falls, job("b", Stage.KEYS, 200, 0)), NOW);
        assertThat(plan.lanes().getFirst().spans()).extracting(s -> Duration.between(NOW, s.start()).toMinutes() + (s.hands() ? " hands" : ""))
                .startsWith("0", "10 hands", "11", "25 hands", "26", "46 hands");
        assertThat(plan.lanes().getLast().spans().getFirst().start()).as("the other one is worked on meanwhile").isEqualTo(NOW);
        assertThat(plan.nextCall()).hasValueSatisfying(c -> assertThat(c.ticket()).isEqualTo("b"));
    }

    /** What lies after the greeting: hands where they are wanted, and free for others while the owner or nobody is at it. */
    @Test
    void theWaitsOfSetUpLeaveTheHandsFree() {
        BenchPlan.Job greets = new BenchPlan.Job("a", Stage.HANDOVER, NOW.plusSeconds(3600), Duration.ZERO, Duration.ZERO, true, List.of(),
                List.of(new BenchPlan.Stretch(Text.raw("Set-up"), Duration.ofMinutes(2), true), new BenchPlan.Stretch(Text.raw("Owner"),
                Duration.ofMinutes(40), false), new BenchPlan.Stretch(Text.raw("Set-up"), Duration.ofMinutes(3), true)));
        BenchPlan plan = BenchPlan.of(List.of(greets, job("b", Stage.KEYS, 200, 0)), NOW);
        assertThat(plan.lanes().getFirst().spans()).extracting(s -> Duration.between(NOW, s.start()).toMinutes() + (s.hands() ? " hands"
                : "")).containsExactly("1 hands", "3", "43 hands");
        assertThat(plan.lanes().getLast().spans()).as("the shorter first, as nobody is late; its restore and the owner go on beside each other")
                .extracting(s -> Duration.between(NOW, s.start()).toSeconds()).startsWith(0L, 60L, 80L, 720L);
        assertThat(plan.lanes().getFirst().late()).isFalse();
    }

    /** Whether the lane's next work for hands was ready to begin before the hands did. */
    private static boolean waits(BenchPlan.Lane lane, Instant from, Instant until) {
        for (int i = 0; i < lane.spans().size(); i++) {
            BenchPlan.Span span = lane.spans().get(i);
            Instant ready = i == 0 ? NOW : lane.spans().get(i - 1).end();
            if (span.hands() && !span.start().isBefore(until)) {
                Instant could = ready.isBefore(from) ? from : ready;
                return could.isBefore(until);
            }
        }
        return false;
    }

    @Provide
    Arbitrary<List<BenchPlan.Job>> jobs() {
        Arbitrary<Stage> stages = Arbitraries.of(Stage.values()).filter(s -> s != Stage.CLOSED);
        Arbitrary<List<BenchPlan.Stretch>> setUps = Combinators.combine(Arbitraries.integers().between(10, 900), Arbitraries.of(true,
                false)).as((seconds, hands) -> new BenchPlan.Stretch(Text.raw("Set-up"), Duration.ofSeconds(seconds), hands)).list()
                .ofMaxSize(4);
        Arbitrary<BenchPlan.Job> one = Combinators.combine(stages, Arbitraries.integers().between(-30, 300), Arbitraries.integers()
                .between(0, 900).injectDuplicates(0.3), Arbitraries.integers().between(0, 2000), Arbitraries.of(true, false), setUps)
                .as((stage, promised, unattended, download, writes, setUp) -> new BenchPlan.Job("T" + promised, stage,
                NOW.plusSeconds(promised * 60L), Duration.ofSeconds(unattended), Duration.ofSeconds(download), writes,
                        List.of(new BenchPlan.Stretch(Text.raw("Restore"), Duration.ofSeconds(640))), setUp));
        return one.list().ofMaxSize(9);
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
        assertThat(meter.secondsLeft(60_000_000).orElseThrow()).as("an unsteady one does")
                .satisfies(left -> assertThat(left.high()).isGreaterThan(left.low() * 1.05));
    }
}
