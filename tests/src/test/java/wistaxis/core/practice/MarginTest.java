package wistaxis.core.practice;

import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Playing;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Timing.Spread;
import wistaxis.core.route.Wilson;
import wistaxis.core.steps.HandsOn;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;


/**
 * Margins against the thresholds they come from; chances against closed forms with the normal distribution of Apache Commons Statistics.
 */
class MarginTest {
    private static final Spread STILL = new Spread(0.2, 0);

    private static LayoutFacts family(String name) {
        return DeviceCatalogue.shipped().family(ButtonLayout.valueOf(name.replace('-', '_')));
    }

    private static ButtonSequence method(String family, Goal goal, String name) {
        return SequenceLibrary.shipped().of(family(family).family(), goal).stream().filter(s -> s.method().equals(name)).findFirst()
                .orElseThrow();
    }

    private static Timing timing(double drift, Spread cued) {
        return new Timing("test", STILL, STILL, cued, drift, 0, STILL);
    }

    /** From the thresholds in button-layouts.json, by hand: reset 8 s, logo 3 s after black, both buttons 3 to 8 s, the low button alone 4 s. */
    @ParameterizedTest(name = "{0} {2} step {3}")
    @CsvSource(delimiter = '|', textBlock = """
        SIDE-KEY    | DFU           | Ten-five-ten    | 0 | 0   | 1  | 1
        SIDE-KEY    | DFU           | Ten-five-ten    | 2 | 8   | 11 |
        SIDE-KEY    | DFU           | Ten-five-ten    | 3 | 3   | 8  |
        SIDE-KEY    | DFU           | Ten-five-ten    | 5 | 4   |    |
        SIDE-KEY    | DFU           | Black then both | 2 | 8   | 11 |
        SIDE-KEY    | RECOVERY      | Plugged restart | 4 | 9   |    |
        SIDE-KEY    | POWER_OFF     | Side and Volume | 0 | 3   | 8  |
        VOLUME-DOWN | DFU           | Three-ten-five  | 1 | 8   | 11 |
        TOP-PAD     | DFU           | Three-ten-five  | 1 | 9.5 | 16 |
        HOME-PAD    | LEAVE_DFU     | Restart keys    | 0 | 8   | 20 |
        HOME-PHONE  | POWER_ON      | Until the logo  | 0 | 2   |    |
        """)
    void marginsAreExact(String family, Goal goal, String method, int step, double earliest, Double latest, Double gap) {
        ButtonSequence s = method(family, goal, method);
        Margin m = Margin.of(s, family(family), s.from().getFirst()).get(step);
        assertThat(m.earliest()).isEqualTo(earliest, within(2e-9));
        assertNear(m.latest(), latest);
        assertNear(m.gapLatest(), gap);
    }

    private static void assertNear(Double found, Double expected) {
        if (expected == null) {
            assertThat(found).isNull();
        } else {
            assertThat(found).isEqualTo(expected, within(2e-9));
        }
    }

    /** Hands that are right but for one moment. */
    private static Playing.Pressing but(int step, boolean tap, double nominal, double seconds) {
        long nanos = Math.round(seconds * 1e9);
        return new Playing.Pressing() {
            @Override
            public long late(int at, Playing.Moment moment, long due) {
                return tap && at == step && moment == Playing.Moment.TAP ? nanos - Math.round(nominal * 1e9) : 0;
            }

            @Override
            public long forced(int at) {
                return !tap && at == step ? nanos : -1;
            }
        };
    }

    /** Every method, every start, every step: at the limit it lands, two nanoseconds beyond it does not. */
    @Test
    void everyMethodLandsAtItsMarginsAndFailsBeyond() {
        int limits = 0;
        for (ButtonSequence s : SequenceLibrary.shipped().all()) {
            LayoutFacts family = DeviceCatalogue.shipped().family(s.family());
            DeviceMachine machine = new DeviceMachine(family);
            for (Start start : s.from()) {
                for (Margin m : Margin.of(s, family, start).stream().filter(Margin::byHand).toList()) {
                    boolean tap = m.action() == ButtonStep.Action.TAP;
                    String where = s.key() + " from " + start + " step " + m.step();
                    assertThat(m.nominal()).as(where).isBetween(m.earliest(), m.latest() == null ? 1e9 : m.latest());
                    if (m.earliest() > 0) {
                        limits++;
                        assertThat(Playing.lands(s, machine, start, but(m.step(), tap, m.nominal(), m.earliest() + 1e-9)))
                                .as(where + ", at the earliest").isTrue();
                        assertThat(Playing.lands(s, machine, start, but(m.step(), tap, m.nominal(), m.earliest() - 2e-9)))
                                .as(where + ", too early").isFalse();
                    }
                    if (m.latest() != null) {
                        limits++;
                        assertThat(Playing.lands(s, machine, start, but(m.step(), tap, m.nominal(), m.latest() - 1e-9)))
                                .as(where + ", at the latest").isTrue();
                        assertThat(Playing.lands(s, machine, start, but(m.step(), tap, m.nominal(), m.latest() + 2e-9)))
                                .as(where + ", too late").isFalse();
                    }
                }
            }
        }
        assertThat(limits).isGreaterThan(150);
    }

    /** One threshold, normal jitter: two buttons held 10 s by feel must end between 8 and 11 s. */
    @Test
    void oneStepWithNormalJitterIsTheNormalDistribution() {
        double drift = 0.06;
        NormalDistribution length = NormalDistribution.of(10, 10 * drift);
        NormalDistribution tail = NormalDistribution.of(5, 5 * drift);
        double expected = length.probability(8, 11) * tail.survivalProbability(4);
        Chance found = chance("VOLUME-DOWN", "Three-ten-five", timing(drift, STILL), true, 200_000);
        assertThat(found.success()).isEqualTo(expected, within(4 * Math.sqrt(expected * (1 - expected) / 200_000)));
        assertThat(expected).isBetween(found.low() - 0.002, found.high() + 0.002);
    }

    /** Independent steps: ten-five-ten lands with the product of its steps' chances, with tones and with quick taps. */
    @Test
    void independentStepsAreTheProductOfTheirChances() {
        NormalDistribution error = NormalDistribution.of(0.3, 0.9);
        NormalDistribution tap = NormalDistribution.of(0.6, 0.25);
        double first = error.probability(-2, 1);
        double second = error.probability(-2, 3);
        double tail = error.survivalProbability(-6);
        double taps = Math.pow(tap.cumulativeProbability(1), 4);
        Timing timing = new Timing("shaky", STILL, STILL, new Spread(0.3, 0.9), 0, 0, new Spread(0.6, 0.25));
        double expected = taps * first * second * tail;
        assertThat(chance("SIDE-KEY", "Ten-five-ten", timing, false, 200_000).success())
                .isEqualTo(expected, within(4 * Math.sqrt(expected * (1 - expected) / 200_000)));
    }

    private static Chance chance(String family, String method, Timing timing, boolean blind, int attempts) {
        return Chance.of(method(family, Goal.DFU, method), new DeviceMachine(family(family)), Start.ON, timing, blind, 42, attempts);
    }

    @Test
    void theSameSeedGivesTheSameAnswer() {
        Timing timing = timing(0.1, STILL);
        assertThat(chance("TOP-PAD", "Three-ten-five", timing, true, 5_000))
                .isEqualTo(chance("TOP-PAD", "Three-ten-five", timing, true, 5_000));
        assertThat(chance("TOP-PAD", "Three-ten-five", timing, true, 5_000).inWords()).matches("\\d+ % \\(\\d+-\\d+\\)");
    }

    @Test
    void theLikelierMethodIsRecommendedAndAMinorityNeverFirst() {
        List<ButtonSequence> dfu = SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.DFU);
        Recommendation unsteady = Recommendation.of(dfu, family("SIDE-KEY"), Start.ON,
                new Timing("Ida", STILL, STILL, STILL, 0.12, 0.05, STILL), true);
        assertThat(unsteady.ranked()).extracting(r -> r.method().method()).first().isEqualTo("Black then both");
        assertThat(unsteady.reason()).as("one short sentence").isEqualTo("For Ida, Black then both works always (no limit) in the model.");
        List<ButtonSequence> cold = SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.RECOVERY);
        Recommendation off = Recommendation.of(cold, family("SIDE-KEY"), Start.OFF, Timing.AVERAGE, false);
        assertThat(off.ranked().getFirst().method().minority()).isFalse();
        assertThat(off.reason()).contains("Too close to tell");
    }

    @Test
    void badHandsSayWhichValue() {
        String json =
                "{\"name\":\"a\",\"light\":{\"mean\":0.2,\"spread\":0.03},\"tone\":{\"mean\":0.2,\"spread\":0.03},\"cued\":{\"mean\":0,\"spread\":%s},\"drift\":%s,\"overlap\":0.1,\"tap\":{\"mean\":0.2,\"spread\":0.1}}";
        assertThat(Timing.parse(String.format(Locale.ROOT, json, "0.1", "0.05"), "h.json").drift()).isEqualTo(0.05);
        assertThatThrownBy(() -> Timing.parse(String.format(Locale.ROOT, json, "-1", "0.05"), "h.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("h.json").hasMessageContaining("Spread [-1]");
        assertThatThrownBy(() -> Timing.parse(String.format(Locale.ROOT, json, "0.1", "7"), "h.json")).hasMessageContaining("Drift [7]");
    }

    @Test
    void whatIsNeverLateIsAPerfectRehearsal() {
        Playing.Pressing still = timing(0, new Spread(0, 0)).attempts(new SplittableRandom(1), false);
        SequenceLibrary.shipped().all().forEach(s -> assertThat(Playing.lands(s,
                new DeviceMachine(DeviceCatalogue.shipped().family(s.family())), s.from().getFirst(), still)).as(s.key()).isTrue());
    }

    /** A chance of one is the model's answer, not a hand's; a hand's interval includes slips nobody modelled (Wilson; common practice). */
    @Test
    void aHandIsNeverWithoutLimit() {
        Wilson all = Wilson.of(20_000, 20_000);
        Chance sure = new Chance(20_000, 1, all.low(), all.high());
        assertThat(sure.inWords()).contains("no limit");
        assertThat(sure.inHand(0, 0)).satisfies(h -> {
            assertThat(h.low()).isBetween(0.4, 0.6);
            assertThat(h.high()).isBetween(0.9, 0.96);
            assertThat(h.says()).contains("several attempts are normal");
        });
        assertThat(sure.inHand(7, 9)).satisfies(h -> {
            assertThat(h.low()).isCloseTo(all.low() * Wilson.of(7, 9).low(), within(1e-3));
            assertThat(h.high()).isLessThan(0.95);
            assertThat(h.says()).contains("worked 7 of 9 times here");
        });
        assertThat(sure.inHand(200, 200).high()).as("two hundred in a row are no proof of always").isLessThan(1);
    }
}
