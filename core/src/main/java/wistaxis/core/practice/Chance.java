package wistaxis.core.practice;

import java.util.SplittableRandom;
import java.util.function.DoubleConsumer;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Playing;
import wistaxis.core.keys.Start;
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
    public static Chance of(KeySequence school, DeviceMachine machine, Start start, Hand hand, boolean blind, long seed, int attempts) {
        return of(school, machine, start, hand, blind, seed, attempts, _ -> { });
    }

    /** The same, where somebody waits. @param progress told now and then the part that is done, 0 to 1; what it throws stops */
    public static Chance of(KeySequence school, DeviceMachine machine, Start start, Hand hand, boolean blind, long seed, int attempts,
            DoubleConsumer progress) {
        Playing.Hands hands = hand.attempts(new SplittableRandom(seed), blind);
        int landed = 0;
        for (int i = 0; i < attempts; i++) {
            if (Playing.lands(school, machine, start, hands)) {
                landed++;
            }
            if ((i & TELL_EVERY) == TELL_EVERY) {
                progress.accept((i + 1) / (double) attempts);
            }
        }
        Wilson interval = Wilson.of(landed, attempts);
        return new Chance(attempts, landed / (double) attempts, interval.low(), interval.high());
    }

    /** In words, as whole percents: "93 % (90-95)". */
    public String inWords() {
        return Math.round(100 * success) + " % (" + Math.round(100 * low) + "-" + Math.round(100 * high) + ")";
    }
}
