package wistaxis.core.practice;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Locale;

/**
 * One measurement of a person's hand.
 *
 * @param seconds for a reaction from the signal to the key, 0 to 5; for a hold its length
 * @param target how long the hold should have been, seconds; 0 for a reaction
 */
public record Measured(What what, double seconds, double target) {
    /** Fewer than this many say nothing. */
    private static final int ENOUGH = 3;

    /** What is measured. */
    public enum What {
        LIGHT, TONE, HOLD_CUED, HOLD_BLIND;

        @JsonValue
        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    /** The hand that these measurements show; what was measured less than three times is that of an average one. */
    public static Hand hand(String name, List<Measured> all) {
        List<Double> blind = all.stream().filter(m -> m.what() == What.HOLD_BLIND && m.target() > 0).map(m -> (m.seconds() - m.target()) / m.target()).toList();
        double drift = blind.size() < ENOUGH ? Hand.AVERAGE.drift() : Math.min(1, Math.sqrt(blind.stream().mapToDouble(d -> d * d).average().orElse(0)));
        return new Hand(name, spread(all, What.LIGHT, Hand.AVERAGE.light()), spread(all, What.TONE, Hand.AVERAGE.tone()), spread(all, What.HOLD_CUED, Hand.AVERAGE.cued()), drift,
                Hand.AVERAGE.overlap(), Hand.AVERAGE.tap());
    }

    private static Hand.Spread spread(List<Measured> all, What what, Hand.Spread otherwise) {
        List<Double> values = all.stream().filter(m -> m.what() == what).map(m -> m.seconds() - m.target()).toList();
        if (values.size() < ENOUGH) {
            return otherwise;
        }
        double mean = values.stream().mapToDouble(Double::doubleValue).average().orElse(0);
        double variance = values.stream().mapToDouble(v -> (v - mean) * (v - mean)).sum() / (values.size() - 1);
        return new Hand.Spread(Math.clamp(mean, -5, 5), Math.min(5, Math.sqrt(variance)));
    }
}
