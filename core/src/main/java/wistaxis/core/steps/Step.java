package wistaxis.core.steps;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A step that can help.
 *
 * @param keeps whether what is on the device stays
 * @param writes whether it writes firmware
 * @param prepares whether it only comes before another step, and the route goes on after it
 * @param minutes lowest and highest usual length, whole minutes
 * @param work {@code hands}, {@code unattended} or {@code mixed}
 * @param computer whether it goes through the bench computer, which then has to be ready
 * @param mode which the device has to be in; null for none
 * @param buttons what its keys are pressed for, in order; empty for a step without keys
 * @param guide what leads through it where neither the computer nor the buttons do; null for none
 */
public record Step(
        String id, Text title, boolean keeps, boolean writes, boolean prepares, List<Integer> minutes, String work, boolean computer,
        @Nullable Mode mode, List<Goal> buttons, @Nullable String guide, List<Text> needs, Text says,
        Provenance provenance, String source) {
    /** The guide of the owner's next try, once the lock of the device has run out. */
    public static final String WAIT = "wait";

    /** The guide of the last step, where the bench of this program ends. */
    public static final String HARDWARE = "hardware";

    /** What comes first where the battery may be what is wrong. */
    public static final String CHARGE = "charge";

    /** What is done before the first step that erases, wherever the device opens. */
    public static final String BACKUP = "backup";

    /** The guide by which the owner's account leaves the device. */
    public static final String SIGN_OUT = "sign-out";

    /** The guide of an unlock that is ordered from the carrier. */
    public static final String CARRIER_UNLOCK = "carrier-unlock";

    public Step {
        minutes = List.copyOf(minutes);
        buttons = List.copyOf(buttons);
        needs = List.copyOf(needs);
    }

    public boolean erases() {
        return !keeps;
    }

    /**
     * Whether it can be done to a device in a mode: in its own, and what erases in the deeper one too, which takes nothing else. Common
     * practice.
     */
    public boolean fits(@Nullable Mode in) {
        return mode != null && (mode.equals(in) || writes && !keeps && Mode.DFU.equals(in));
    }

    /** Whether the keys are all there is to it, so that the coach leads through it and nothing comes after. */
    public boolean isButtonsAlone() {
        return !buttons.isEmpty() && !writes;
    }

    /** Whether the owner's account leaves the device by it. */
    public boolean signsOut() {
        return SIGN_OUT.equals(guide);
    }

    public boolean isHardware() {
        return HARDWARE.equals(guide);
    }

    public boolean isCarrierUnlock() {
        return CARRIER_UNLOCK.equals(guide);
    }

    /** This step with another usual length, minutes. */
    public Step minutes(int lowest, int highest) {
        return new Step(id, title, keeps, writes, prepares, List.of(lowest, highest), work, computer, mode, buttons, guide, needs, says,
                provenance, source);
    }
}
