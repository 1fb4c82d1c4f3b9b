package wistaxis.core.practice;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.random.RandomGenerator;
import wistaxis.core.buttons.Playing;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * A person's hand: how late it acts, and how much that scatters. Times in seconds, all scatters are standard deviations of a normal
 * distribution.
 *
 * @param light from something seen to the finger
 * @param tone from a tone to the finger
 * @param cued end of a timed hold with tones that count it down, against the plan; early where negative
 * @param drift scatter of a span judged without a clock, as a part of its length (0 to 1)
 * @param overlap how far the second finger is behind the first where both should act together, 0 or more
 * @param tap length of a quick tap, and of the gap after it
 */
public record Timing(
        @JsonProperty(required = true) String name, @JsonProperty(required = true) Spread light, @JsonProperty(required = true) Spread tone,
        @JsonProperty(required = true) Spread cued, @JsonProperty(required = true) double drift,
                @JsonProperty(required = true) double overlap,
        @JsonProperty(required = true) Spread tap) {

    /**
     * Nobody's in particular. Reaction to light and tone: published, Welford (ed.), Reaction Times, 1980; the drift: published, Gibbon
     * 1977 and Grondin 2010; all quoted from memory.
     * The rest is ours.
     */
    public static final Timing AVERAGE = new Timing("average", new Spread(0.19, 0.04), new Spread(0.15, 0.03), new Spread(0.02, 0.08),
            0.075,
            0.06, new Spread(0.25, 0.08));

    /** @param mean seconds, -5 to 5. @param spread seconds, 0 to 5 */
    public record Spread(@JsonProperty(required = true) double mean, @JsonProperty(required = true) double spread) {
        public Spread {
            if (!(Math.abs(mean) <= 5)) {
                throw new BadInput(t("core.timing.mean", "value", mean));
            }
            if (!(spread >= 0 && spread <= 5)) {
                throw new BadInput(t("core.timing.spread", "value", spread));
            }
        }

        private long draw(RandomGenerator random) {
            return Math.round((mean + spread * random.nextGaussian()) * 1e9);
        }
    }

    public Timing {
        if (!(drift >= 0 && drift <= 1)) {
            throw new BadInput(t("core.timing.drift", "value", drift));
        }
        if (!(overlap >= 0 && overlap <= 5)) {
            throw new BadInput(t("core.timing.overlap", "value", overlap));
        }
    }

    /** @throws BadInput with line, entry and value for anything that is not a hand */
    public static Timing parse(String json, String file) {
        return Json.read(json, Timing.class, file);
    }

    /**
     * This hand in one attempt after another.
     *
     * @param blind without tones and clock, as at a customer's table
     */
    public Playing.Pressing attempts(RandomGenerator random, boolean blind) {
        return (_, moment, nominal) -> switch (moment) {
            case TAP, GAP -> tap.draw(random) - nominal;
            case TIMED -> blind ? Math.round(drift * nominal * random.nextGaussian()) : cued.draw(random);
            case SEEN -> light.draw(random);
            case SECOND -> Math.round(Math.abs(overlap * random.nextGaussian()) * 1e9);
        };
    }
}
