package wistaxis.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Letters;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.Json;

/** Scores of attempts by hand-made traces, the boxes of spaced practice, and the hand that measurements show. */
class PracticeTest {
    private static final LayoutFacts SIDE_KEY = DeviceCatalogue.shipped().family(ButtonLayout.SIDE_KEY);
    private static final List<ButtonSequence> DFU = SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.DFU);

    private static Trace trace(String buttons) {
        List<Trace.Event> events = Letters.events(buttons);
        return new Trace(Start.ON, true, events, events.getLast().at() + 3);
    }

    /**
     * Ten-five-ten is scored at its taps, at 10 s of Side and at 5 s of both; Black then both from the black that was seen. Milliseconds.
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        Ten-five-ten    | U3 u3.4 D3.7 d3.9 S4.2 D14.3 s19.5 d24.5   | 100, -100, 100, 200 | true
        Ten-five-ten    | U3 u3.3 D3.6 d3.9 S4 D15.2 s20.2 d25       | 0, 0, 1200, 0       | false
        Ten-five-ten    | U3 u3.3 D3.6 d3.9 S4 D14 s16 d25           | 0, 0, 0, -3000      | false
        Black then both | U3 u3.3 D3.6 d3.9 S4 D12.25 s17.25 d22.25  | 0, 0, 250, 0        | true
        Black then both | U3 u3.3 D3.6 d3.9 S4 D12.25 s17.25         | 0, 0, 250, 0        | false
        """)
    void everyStepIsScoredAgainstTheMomentItShouldHaveEnded(String method, String buttons, String late, boolean inTime) {
        ButtonSequence s = DFU.stream().filter(q -> q.method().equals(method)).findFirst().orElseThrow();
        List<StepScore> scores = StepScore.of(trace(buttons), s, SIDE_KEY);
        List<String> expected = List.of(late.split(",\\s*"));
        assertThat(scores).hasSize(5);
        for (int i = 0; i < expected.size(); i++) {
            assertThat(scores.get(i).late()).as("step " + i).isEqualTo(Long.parseLong(expected.get(i)));
        }
        assertThat(scores.stream().allMatch(StepScore::inTime)).isEqualTo(inTime);
    }

    @Test
    void theMarginsOfAScoreAreThoseOfTheModel() {
        StepScore both = StepScore.of(trace("U3 u3.3 D3.6 d3.9 S4 D14 s19 d24"), DFU.getFirst(), SIDE_KEY).get(3);
        assertThat(both.from()).isEqualTo(-2000);
        assertThat(both.to()).isEqualTo(3000);
        assertThat(both.what()).isEqualTo("Hold Side + Volume Down");
    }

    private static Drilled drilled(ButtonSequence s, String day, boolean landed) {
        return new Drilled("a", Instant.parse(day + "T10:00:00Z"), "iPhone14,5", s.family(), s.goal(), s.method(), false, Map.of(), landed,
                "", List.of(), trace("S3 s4"));
    }

    /** Published: S. Leitner, So lernt man lernen, 1972. */
    @Test
    void aSuccessMovesOneBoxOnAndAFailureBackToTheFirst() {
        LocalDate today = LocalDate.parse("2026-05-20");
        ButtonSequence ten = DFU.getFirst();
        ButtonSequence black = DFU.get(1);
        List<Drilled> all = List.of(drilled(ten, "2026-05-01", true), drilled(ten, "2026-05-02", true), drilled(ten, "2026-05-04", true),
                drilled(ten, "2026-05-05", true),
                drilled(black, "2026-05-18", true), drilled(black, "2026-05-19", false));
        List<Leitner> plan = Leitner.plan(List.of(ten, black), all, today, ZoneOffset.UTC);
        assertThat(plan).extracting(l -> l.method().method()).as("black is due and less sure")
                .containsExactly("Black then both", "Ten-five-ten");
        assertThat(plan.getFirst()).satisfies(l -> {
            assertThat(l.box()).isEqualTo(1);
            assertThat(l.due()).isEqualTo("2026-05-20");
        });
        assertThat(plan.getLast()).as("the success of the 5th came before it was due and does not count").satisfies(l -> {
            assertThat(l.box()).isEqualTo(3);
            assertThat(l.due()).isEqualTo("2026-05-08");
            assertThat(l.landed()).isEqualTo(4);
        });
        assertThat(Leitner.plan(DFU, List.of(), today, ZoneOffset.UTC)).allSatisfy(l -> assertThat(l.due()).isEqualTo(today));
        assertThat(PracticeDay.of(all, ZoneOffset.UTC)).hasSize(6).last().satisfies(d -> assertThat(d.landed()).isZero());
    }

    @Test
    void aHandIsThatOfAnAverageOneUntilThreeOfAKindAreMeasured() {
        List<Measured> two = List.of(new Measured(Measured.What.LIGHT, 0.3, 0), new Measured(Measured.What.LIGHT, 0.4, 0));
        assertThat(Measured.timing("a", two).light()).isEqualTo(Timing.AVERAGE.light());
        List<Measured> all = new ArrayList<>(two);
        all.add(new Measured(Measured.What.LIGHT, 0.5, 0));
        IntStream.of(4, 5, 6).forEach(s -> all.add(new Measured(Measured.What.HOLD_BLIND, s, 5)));
        Timing timing = Measured.timing("a", all);
        assertThat(timing.light().mean()).isCloseTo(0.4, org.assertj.core.data.Offset.offset(1e-12));
        assertThat(timing.light().spread()).isCloseTo(0.1, org.assertj.core.data.Offset.offset(1e-12));
        assertThat(timing.drift()).as("root mean square of -20, 0 and 20 %")
                .isCloseTo(Math.sqrt(0.08 / 3), org.assertj.core.data.Offset.offset(1e-12));
        assertThat(Timing.parse(Json.write(timing), "h")).isEqualTo(timing);
    }

    /**
     * Two taps and the gaps after them, two fingers that went down 40 ms apart, a hold joined ten seconds later, and a button let go and
     * pressed again.
     */
    @Test
    void anAttemptShowsTapsAndHowFarTheSecondFingerIsBehind() {
        List<Measured> shown = Measured.of(trace("U3 u3.25 D3.5 d3.8 S4.2 D14 s19 d24 S30 D30.04 s38 S38.1 s39 d40"));
        assertThat(shown).extracting(Measured::what).containsExactly(Measured.What.TAP, Measured.What.TAP, Measured.What.TAP,
                Measured.What.TAP, Measured.What.OVERLAP);
        assertThat(shown).extracting(m -> Math.round(1000 * m.seconds())).containsExactly(250L, 250L, 300L, 400L, 40L);
        List<Measured> thrice = IntStream.range(0, 3).boxed().flatMap(_ -> shown.stream()).toList();
        Timing timing = Measured.timing("a", thrice);
        assertThat(timing.overlap()).isCloseTo(0.04, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(timing.tap().mean()).isCloseTo(0.3, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(Measured.timing("a", shown).overlap()).as("once is not enough").isEqualTo(Timing.AVERAGE.overlap());
    }
}
