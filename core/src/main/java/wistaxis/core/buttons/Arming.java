package wistaxis.core.buttons;

import java.util.ArrayList;
import java.util.List;
import wistaxis.core.buttons.DeviceState.Hold;
import wistaxis.core.buttons.DeviceState.Tap;
import wistaxis.core.device.DeviceButton;

/**
 * What makes the power button reset quickly: quick taps before it, or the low button together with it.
 *
 * @param wanted the buttons to tap, in order; empty where taps do nothing
 * @param chord whether the low button held together with the power button does it
 */
record Arming(List<DeviceButton> wanted, DeviceButton low, boolean chord, Thresholds t) {
    /** What a press of the power button begins, after the taps there were. */
    Hold judge(DeviceState s) {
        if (chord && s.down().has(low)) {
            return Hold.ARMED;
        }
        if (s.down().hasVolume()) {
            return Hold.WITH_VOLUME;
        }
        if (wanted.isEmpty() || s.arming().size() != wanted.size()) {
            return Hold.ALONE;
        }
        boolean quick = quick(s);
        if (inOrder(s.arming())) {
            return quick ? Hold.ARMED : Hold.SLOW_TAPS;
        }
        return quick && s.arming().stream().map(Tap::button).toList().containsAll(wanted) ? Hold.WRONG_ORDER : Hold.ALONE;
    }

    private boolean inOrder(List<Tap> taps) {
        for (int i = 0; i < wanted.size(); i++) {
            if (taps.get(i).button() != wanted.get(i)) {
                return false;
            }
        }
        return true;
    }

    /** Whether every tap was short and each followed the one before it soon. */
    private boolean quick(DeviceState s) {
        long next = s.nowNanos();
        for (int i = s.arming().size() - 1; i >= 0; i--) {
            Tap tap = s.arming().get(i);
            if (next - tap.upNanos() > t.tapGap() || tap.upNanos() - tap.downNanos() > t.tapMax()) {
                return false;
            }
            next = tap.downNanos();
        }
        return true;
    }

    /** The taps to remember after one more press of a button: the last ones, as many as are wanted. */
    List<Tap> after(List<Tap> taps, Tap next) {
        if (!wanted.contains(next.button())) {
            return taps;
        }
        List<Tap> all = new ArrayList<>(taps);
        all.add(next);
        return all.subList(Math.max(0, all.size() - wanted.size()), all.size());
    }
}
