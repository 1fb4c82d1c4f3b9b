package wistaxis.core.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Stage;
import wistaxis.core.words.Text;

/** Who is called, and when. */
class CallsTest {
    private static final Instant NOON = Instant.parse("2026-05-12T12:00:00Z");
    private static final Duration LEAD = Duration.ofMinutes(2);

    private static Calls.Ahead ahead(boolean comes, long minutes) {
        Calls.Call call = new Calls.Call("T-0001", Text.of("core.plan.set-up"), NOON.plusSeconds(60 * minutes));
        return new Calls.Ahead(comes ? List.of(call) : List.of(), List.of(call));
    }

    private static Instant at(long minutes) {
        return NOON.plusSeconds(60 * minutes);
    }

    @Test
    void itCallsOnceSoLongBeforeAndAgainWhenItWasPutOff() {
        Calls calls = new Calls();
        assertThat(calls.look(ahead(true, 10), at(0), LEAD)).isEmpty();
        assertThat(calls.look(ahead(true, 10), at(7), LEAD)).isEmpty();
        assertThat(calls.look(ahead(true, 10), at(8), LEAD)).hasSize(1);
        assertThat(calls.look(ahead(true, 10), at(9), LEAD)).as("once").isEmpty();
        assertThat(calls.signs()).hasSize(1);
        calls.putOff(calls.signs().getFirst(), at(14));
        assertThat(calls.signs()).isEmpty();
        assertThat(calls.look(ahead(true, 10), at(13), LEAD)).isEmpty();
        assertThat(calls.look(ahead(false, 10), at(14), LEAD)).as("still needed").hasSize(1);
        calls.answered(calls.signs().getFirst());
        assertThat(calls.look(ahead(false, 10), at(20), LEAD)).isEmpty();
        assertThat(calls.signs()).isEmpty();
    }

    @Test
    void workThatWaitedAllAlongCallsNobodyAndWhatIsDoneIsGone() {
        Calls calls = new Calls();
        assertThat(calls.look(ahead(true, 0), at(0), LEAD)).isEmpty();
        calls.look(ahead(true, 30), at(1), LEAD);
        assertThat(calls.look(ahead(true, 30), at(600), LEAD)).as("a clock that leaps").hasSize(1);
        assertThat(calls.look(new Calls.Ahead(List.of(), List.of()), at(601), LEAD)).isEmpty();
        assertThat(calls.signs()).as("nobody is needed any more").isEmpty();
        calls.look(ahead(true, 700), at(601), LEAD);
        assertThat(calls.look(ahead(true, 700), at(-500), LEAD)).as("a clock that is put back").isEmpty();
        assertThat(calls.look(ahead(true, 700), at(698), LEAD)).hasSize(1);
    }

    /** What runs by itself first is what comes; of those that wait only the next one of all. */
    @Test
    void aPlanSaysWhatComes() {
        BenchPlan plan = BenchPlan.of(List.of(new BenchPlan.Job("T-0001", Stage.RESTORE, NOON, Duration.ofMinutes(10), Duration.ZERO, true,
                List.of(), List.of()), new BenchPlan.Job("T-0002", Stage.KEYS, NOON, Duration.ZERO, Duration.ZERO, true, List.of(), List.of()),
                new BenchPlan.Job("T-0003", Stage.KEYS, NOON.plusSeconds(9_999), Duration.ZERO, Duration.ZERO, true, List.of(), List.of())), NOON);
        Calls.Ahead ahead = Calls.Ahead.of(plan);
        assertThat(ahead.now()).extracting(Calls.Call::ticket).containsExactly("T-0001", "T-0002", "T-0003");
        assertThat(ahead.coming()).extracting(Calls.Call::ticket).containsExactly("T-0001", "T-0002");
    }

    @ParameterizedTest
    @CsvSource({"'2 min, silent 20:00-8:00', 2, 23:00, true", "'2 min, silent 20:00-8:00', 2, 08:00, false", "5, 5, 12:00, false",
        "'10 min 12-13', 10, 12:30, true", "'3; still 12:15-13', 3, 12:00, false"})
    void theShopSaysWhenToBeCalled(String typed, int lead, LocalTime at, boolean silent) {
        CallTimes times = CallTimes.parse(typed);
        assertThat(times.lead()).isEqualTo(lead);
        assertThat(times.isSilent(at)).isEqualTo(silent);
        assertThat(CallTimes.parse(times.typed())).isEqualTo(times);
    }

    @ParameterizedTest
    @CsvSource({"soon", "99 min", "2 min silent 25:00-8:00", "-1"})
    void whatIsNoTimeIsSaid(String typed) {
        assertThatThrownBy(() -> CallTimes.parse(typed)).isInstanceOf(BadInput.class).hasMessageContaining(typed.substring(0, 2));
    }
}
