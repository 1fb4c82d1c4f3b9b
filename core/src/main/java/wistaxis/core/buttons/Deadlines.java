package wistaxis.core.buttons;

import wistaxis.core.buttons.DeviceState.Hold;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.LayoutFacts;

/** When a device changes by itself; {@link Long#MAX_VALUE} for never. Nanoseconds. */
final class Deadlines {
    private final Thresholds t;
    private final Sights sights;
    private final DeviceButton power;
    private final DeviceButton low;
    private final boolean chord;
    private final boolean tapped;

    Deadlines(LayoutFacts family, Thresholds t, Sights sights) {
        this.t = t;
        this.sights = sights;
        this.power = family.powerButton();
        this.low = family.lowButton();
        this.chord = family.chord();
        this.tapped = !family.arming().isEmpty();
    }

    /** The next moment at which phase or hold does something. */
    long of(DeviceState s) {
        return Math.min(ofPhase(s), ofHold(s));
    }

    /** When the phase ends by itself. */
    long ofPhase(DeviceState s) {
        return switch (s.phase()) {
            case Phase.Looping(long since) -> s.nowNanos() - sights.loopPosition(s, since)
                    + (sights.loopPosition(s, since) < t.loopLogo() ? t.loopLogo() : t.loopLogo() + t.loopBlack());
            case Phase.Slider(_, Long letGo) when letGo != null -> letGo + t.sliderLinger();
            case Phase.Black black -> black.bothSinceNanos() == null || !tapped ? black.logoDueNanos() : black.bothSinceNanos()
                    + t.bothMax();
            case Phase.Tail(long since) -> since + t.tailMin();
            case Phase.Logo(long since, boolean held) -> since + (held ? t.logoToCable() : t.boot());
            case Phase.Recovery(long since) -> since + t.window();
            case Phase.SecondBar(long since) -> since + t.secondBar();
            case Phase.Flat(Long charging) when charging != null -> charging + t.charge();
            default -> Long.MAX_VALUE;
        };
    }

    /** When the running hold of the power button does something: slider, countdown, reset, or start of a device that is off. */
    long ofHold(DeviceState s) {
        Long since = s.down().since(power);
        Hold hold = s.holdKind();
        if (since == null || hold == null) {
            return Long.MAX_VALUE;
        }
        if (s.phase() instanceof Phase.Off) {
            return since + t.powerOn();
        }
        if (!atRest(s)) {
            return Long.MAX_VALUE;
        }
        if (chord && s.down().since(low) instanceof Long lowSince) {
            return Math.max(since, lowSince) + (tapped && s.phase() instanceof Phase.Running ? t.slider() : t.reset());
        }
        boolean upAndShowing = s.phase() instanceof Phase.Running;
        if (hold == Hold.WITH_VOLUME) {
            long both = bothSince(s, since);
            return upAndShowing ? both + t.slider() : s.phase() instanceof Phase.Slider(boolean emergency, _) && !emergency
                    ? both + t.emergency() : Long.MAX_VALUE;
        }
        return upAndShowing ? since + t.slider() : since + (hold == Hold.ARMED ? t.reset() : t.resetAlone());
    }

    static long bothSince(DeviceState s, long powerSince) {
        return Math.max(s.down().sinceOr(DeviceButton.VOLUME_UP, powerSince),
                Math.max(s.down().sinceOr(DeviceButton.VOLUME_DOWN, powerSince), powerSince));
    }

    /** A device whose power button can reset it, and on which pressing that button begins a new attempt. */
    static boolean atRest(DeviceState s) {
        return switch (s.phase()) {
            case Phase.Running _, Phase.Slider _, Phase.Looping _, Phase.Recovery _, Phase.Dfu _ -> true;
            default -> false;
        };
    }
}
