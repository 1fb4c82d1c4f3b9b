package wistaxis.core.buttons;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;

/**
 * Everything about a simulated device at one moment; changed only by {@link DeviceMachine}.
 *
 * @param nowNanos the moment, on the caller's own scale
 * @param down the buttons that are down and since when
 * @param plugged whether the cable joins it to the computer
 * @param arming the latest taps of volume buttons, oldest first, at most two
 * @param holdKind how the running press of the power button began; null while it is up and after it has done its work
 * @param face what it shows when it is up: lock screen, disabled screen, boot logo for a looping one, greeting
 * @param computerSinceNanos since when there is anything for the computer to see
 * @param starts how often it has begun to start since the caller began to look: a restart, or a start of one that was off
 * @param mistakes what went wrong since the power button was last pressed on a device at rest, the root cause first
 */
public record DeviceState(
        long nowNanos, Phase phase, Fingers down, boolean plugged, List<Tap> arming, @Nullable Hold holdKind,
        Screen face, long computerSinceNanos, int starts, List<Mistake> mistakes) {

    /** How a press of the power button began, which decides what holding it does. */
    public enum Hold {
        /** After the right taps in time: resets soon. */
        ARMED,
        /** After the right taps, but too slow. */
        SLOW_TAPS,
        /** After taps in the wrong order. */
        WRONG_ORDER,
        /** Without taps: resets late. */
        ALONE,
        /** Together with a volume button: the slider, then an emergency call countdown; never a reset. */
        WITH_VOLUME
    }

    /** A quick press of a button. */
    public record Tap(DeviceButton button, long downNanos, long upNanos) {}

    public DeviceState {
        arming = List.copyOf(arming);
        mistakes = List.copyOf(mistakes);
    }

    /** The mode in the words of a trace: on, off, recovery or dfu. */
    public String mode() {
        return switch (phase) {
            case Phase.Off _, Phase.Flat _ -> "off";
            case Phase.Recovery _ -> "recovery";
            case Phase.Dfu _ -> "dfu";
            default -> "on";
        };
    }

    DeviceState at(long now) {
        return new DeviceState(now, phase, down, plugged, arming, holdKind, face, computerSinceNanos, starts, mistakes);
    }

    DeviceState phase(Phase next) {
        return new DeviceState(nowNanos, next, down, plugged, arming, holdKind, face, computerSinceNanos, starts, mistakes);
    }

    /** Begins to start: black after a reset, or the logo of a device that was off. */
    DeviceState starting(Phase next) {
        return new DeviceState(nowNanos, next, down, plugged, arming, holdKind, face, computerSinceNanos, starts + 1, mistakes);
    }

    DeviceState face(Screen next) {
        return new DeviceState(nowNanos, phase, down, plugged, arming, holdKind, next, computerSinceNanos, starts, mistakes);
    }

    DeviceState plugged(boolean next) {
        return new DeviceState(nowNanos, phase, down, next, arming, holdKind, face, computerSinceNanos, starts, mistakes);
    }

    DeviceState buttons(Fingers nextDown, List<Tap> nextArming, @Nullable Hold nextHold) {
        return new DeviceState(nowNanos, phase, nextDown, plugged, nextArming, nextHold, face, computerSinceNanos, starts, mistakes);
    }

    DeviceState computerChanged() {
        return new DeviceState(nowNanos, phase, down, plugged, arming, holdKind, face, nowNanos, starts, mistakes);
    }

    DeviceState mistakes(List<Mistake> next) {
        return new DeviceState(nowNanos, phase, down, plugged, arming, holdKind, face, computerSinceNanos, starts, next);
    }
}
