package wistaxis.core.practice;

import static wistaxis.core.words.Say.t;

import java.util.SplittableRandom;
import java.util.function.DoubleConsumer;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Playing;
import wistaxis.core.buttons.Start;
import wistaxis.core.route.Wilson;

/**
 * How likely a hand lands a whole sequence, by trying it many times on the device's model. The same seed gives the same answer.
 *
 * @param attempts how many were played, 1 or more
 * @param success part of them that reached the goal, 0 to 1
 * @param low lower end of the 95 % interval of {@code success} (Wilson)
 * @param high its upper end
 */
public record Chance(int attempts, double success, double low, double high) {
    private static final int TELL_EVERY = 0xFFF;

    /** @throws IllegalArgumentException for less than one attempt */
    public static Chance of(ButtonSequence method, DeviceMachine machine, Start start, Timing timing, boolean blind, long seed,
            int attempts) {
        return of(method, machine, start, timing, blind, seed, attempts, _ -> { });
    }

    /** The same, where somebody waits. @param progress told now and then the part that is done, 0 to 1; what it throws stops */
    public static Chance of(ButtonSequence method, DeviceMachine machine, Start start, Timing timing, boolean blind, long seed,
            int attempts,
            DoubleConsumer progress) {
        Playing.Pressing hands = timing.attempts(new SplittableRandom(seed), blind);
        int landed = 0;
        for (int i = 0; i < attempts; i++) {
            if (Playing.lands(method, machine, start, hands)) {
                landed++;
            }
            if ((i & TELL_EVERY) == TELL_EVERY) {
                progress.accept((i + 1) / (double) attempts);
            }
        }
        Wilson interval = Wilson.of(landed, attempts);
        return new Chance(attempts, landed / (double) attempts, interval.low(), interval.high());
    }

    /** In words, as whole percents: "93 % (90-95)"; where all attempts land the model knows nothing that could go wrong. */
    public String inWords() {
        return isWithoutLimit() ? t("core.chance.always")
                : Math.round(100 * success) + " % (" + Math.round(100 * low) + "-" + Math.round(100 * high) + ")";
    }

    /** Whether the model gives no limit: that is its own answer, and no hand's. */
    public boolean isWithoutLimit() {
        return success >= 1;
    }

    /**
     * The same in a real hand, which also slips in ways that nobody modelled.
     *
     * @param low least part of attempts that land, 0 to 1
     * @param high most, below 1
     * @param says in words, with where it comes from
     */
    public record InTiming(double low, double high, String says) {}

    /**
     * Where a shop has no attempts of its own, common practice: several attempts are normal. As parts of attempts that slip, ours: one in
     * twenty at least, one in two at most.
     */
    private static final double LEAST_SLIPS = 0.05;

    private static final double MOST_SLIPS = 0.5;
    private static final int FEW = 3;

    /**
     * An honest interval: the model's, and what slips besides by the shop's own attempts (Wilson; at least one in so many and two more),
     * or by common practice before there are three.
     *
     * @param landed of the shop's own attempts, {@code of} in all
     */
    public InTiming inHand(int landed, int of) {
        Wilson missed = Wilson.of(of - landed, Math.max(1, of));
        double least = of < FEW ? LEAST_SLIPS : Math.max(missed.low(), 1.0 / (of + 2));
        double most = of < FEW ? MOST_SLIPS : Math.max(missed.high(), least);
        double from = low * (1 - most);
        double to = high * (1 - least);
        return new InTiming(from, to, t("core.chance.by-hand", "from", Math.round(100 * from), "to", Math.round(100 * to), "basis",
                of < FEW ? t("core.chance.several") : t("core.chance.here", "n", landed, "of", of)));
    }
}
