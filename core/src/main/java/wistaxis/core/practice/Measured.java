package wistaxis.core.practice;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.List;
import wistaxis.core.buttons.Trace;
import wistaxis.core.facts.Word;

/**
 * One measurement of a person's hand.
 *
 * @param seconds for a reaction from the signal to the button, 0 to 5; for a hold or a tap its length, for the gap after a tap too; for an
 *     overlap how far the second finger was behind
 * @param target how long the hold should have been, seconds; 0 for anything else
 */
public record Measured(What what, double seconds, double target) {
    /** Fewer than this many say nothing. */
    private static final int ENOUGH = 3;

    /** What is longer is no quick tap, and no gap between two: 2 s. Ours. */
    private static final double QUICK = 2;

    /** Two buttons that go down within this were meant to go down together: 0.5 s. Ours. */
    private static final double TOGETHER = 0.5;

    /** What is measured. */
    public enum What {
        LIGHT, TONE, HOLD_CUED, HOLD_BLIND, TAP, OVERLAP;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** The hand that these measurements show; what was measured less than three times is that of an average one. */
    public static Timing timing(String name, List<Measured> all) {
        List<Double> blind = all.stream().filter(m -> m.what() == What.HOLD_BLIND && m.target() > 0)
                .map(m -> (m.seconds() - m.target()) / m.target()).toList();
        List<Double> behind = all.stream().filter(m -> m.what() == What.OVERLAP).map(Measured::seconds).toList();
        return new Timing(name, spread(all, What.LIGHT, Timing.AVERAGE.light()), spread(all, What.TONE, Timing.AVERAGE.tone()),
                spread(all, What.HOLD_CUED, Timing.AVERAGE.cued()),
                Math.min(1, rootMeanSquare(blind, Timing.AVERAGE.drift())), rootMeanSquare(behind, Timing.AVERAGE.overlap()),
                spread(all, What.TAP, Timing.AVERAGE.tap()));
    }

    /**
     * What an attempt shows of a hand: its quick taps of the Volume buttons, the gaps after them, and how far a second finger was behind.
     */
    public static List<Measured> of(Trace trace) {
        List<Measured> found = new ArrayList<>();
        List<Trace.Event> events = trace.events();
        for (int i = 0; i + 1 < events.size(); i++) {
            Trace.Event one = events.get(i);
            Trace.Event next = events.get(i + 1);
            double between = next.at() - one.at();
            if (one.event() != Trace.Kind.DOWN) {
                continue;
            }
            if (next.event() == Trace.Kind.DOWN && between <= TOGETHER) {
                found.add(new Measured(What.OVERLAP, between, 0));
            } else if (next.event() == Trace.Kind.UP && next.button() == one.button() && one.button() != null && one.button().isVolume()
                    && between <= QUICK) {
                found.add(new Measured(What.TAP, between, 0));
                if (i + 2 < events.size() && events.get(i + 2).event() == Trace.Kind.DOWN && events.get(i + 2).at() - next.at() <= QUICK) {
                    found.add(new Measured(What.TAP, events.get(i + 2).at() - next.at(), 0));
                }
            }
        }
        return found;
    }

    private static double rootMeanSquare(List<Double> values, double otherwise) {
        return values.size() < ENOUGH ? otherwise : Math.sqrt(values.stream().mapToDouble(d -> d * d).average().orElse(0));
    }

    private static Timing.Spread spread(List<Measured> all, What what, Timing.Spread otherwise) {
        List<Double> values = all.stream().filter(m -> m.what() == what).map(m -> m.seconds() - m.target()).toList();
        if (values.size() < ENOUGH) {
            return otherwise;
        }
        double mean = values.stream().mapToDouble(Double::doubleValue).average().orElse(0);
        double variance = values.stream().mapToDouble(v -> (v - mean) * (v - mean)).sum() / (values.size() - 1);
        return new Timing.Spread(Math.clamp(mean, -5, 5), Math.min(5, Math.sqrt(variance)));
    }
}
