package wistaxis.core.buttons;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import wistaxis.core.buttons.DeviceState.Hold;
import wistaxis.core.buttons.DeviceState.Tap;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.LayoutFacts;

/**
 * The timed state machine of a family: its power button resets when armed by taps, or held together with the low button, or both, as the
 * family says. A pure fold: state, input and time in, state out.
 * Between inputs only {@link #nextDeadline deadlines} change anything, so a result never depends on how finely time is stepped.
 * The thresholds are ours; they make every method succeed at its nominal timing and every named mistake fail in its named way.
 */
public final class DeviceMachine {
    private final Thresholds t;
    private final Sights sights;
    private final DeviceButton power;
    private final DeviceButton low;
    private final Arming arming;
    private final boolean chord;
    private final boolean tapped;
    private final DeviceButton recovery;
    private final Deadlines deadlines;

    public DeviceMachine(LayoutFacts family) {
        this.t = Thresholds.of(family);
        this.sights = new Sights(t);
        this.power = family.powerButton();
        this.low = family.lowButton();
        this.chord = family.chord();
        this.tapped = !family.arming().isEmpty();
        this.arming = new Arming(family.arming(), low, chord, t);
        this.recovery = tapped ? power : low;
        this.deadlines = new Deadlines(family, t, sights);
    }

    /** A device that has been in the given state for long enough that the computer, when plugged, has already seen it. */
    public DeviceState start(Start start, boolean plugged, long nowNanos) {
        Phase phase = switch (start) {
            case ON -> new Phase.Running(Screen.LOCK_SCREEN);
            case DISABLED -> new Phase.Running(Screen.DISABLED_SCREEN);
            case OFF -> new Phase.Off();
            case FLAT -> new Phase.Flat(plugged ? (Long) nowNanos : null);
            case LOOPING -> new Phase.Looping(nowNanos);
            case RECOVERY -> new Phase.Recovery(nowNanos);
            case DFU -> new Phase.Dfu();
        };
        Screen face = switch (start) {
            case DISABLED -> Screen.DISABLED_SCREEN;
            case LOOPING -> Screen.BOOT_LOGO;
            default -> Screen.LOCK_SCREEN;
        };
        return new DeviceState(nowNanos, phase, Fingers.NONE, plugged, List.of(), null, face, nowNanos - t.computerDelay(), 0, List.of());
    }

    /** The button that starts and resets it, as it is called on this body. */
    public DeviceButton power() {
        return power;
    }

    /** How long the power button is held until the slider shows. */
    long sliderNanos() {
        return t.slider();
    }

    /** How long the device stays in recovery mode by itself. */
    public long windowNanos() {
        return t.window();
    }

    /**
     * Lets time pass.
     *
     * @throws IllegalArgumentException when {@code nowNanos} is before the state's own time
     */
    public DeviceState advance(DeviceState state, long nowNanos) {
        if (nowNanos - state.nowNanos() < 0) {
            throw new IllegalArgumentException("time runs backwards: [" + nowNanos + "] is before [" + state.nowNanos() + "]");
        }
        DeviceState s = state;
        for (OptionalLong due = nextDeadline(s); due.isPresent() && due.getAsLong() - nowNanos <= 0; due = nextDeadline(s)) {
            DeviceState there = s.at(due.getAsLong());
            s = Sights.settle(there, expire(there));
        }
        return s.at(nowNanos);
    }

    /** Lets time pass and then applies an input at that time. */
    public DeviceState apply(DeviceState state, Input input, long nowNanos) {
        DeviceState s = advance(state, nowNanos);
        DeviceState after = switch (input) {
            case Input.Down(DeviceButton button) -> s.down().has(button) ? s : down(s, button);
            case Input.Up(DeviceButton button) -> s.down().has(button) ? up(s, button) : s;
            case Input.Plug() -> s.plugged() ? s : plug(s.plugged(true));
            case Input.Drag() -> s.phase() instanceof Phase.Slider(boolean emergency, _) && !emergency
                    ? s.buttons(s.down(), List.of(), null).mistakes(List.of()).phase(new Phase.Off()) : s;
            case Input.Unplug() -> s.plugged() ? unplug(s.plugged(false)) : s;
            case Input.BeginRestore() -> s.plugged() && (s.phase() instanceof Phase.Recovery || s.phase() instanceof Phase.Dfu)
                    ? s.phase(new Phase.Restoring()) : s;
            case Input.EndRestore(boolean keptData) -> s.phase() instanceof Phase.Restoring
                    ? s.face(keptData ? Screen.LOCK_SCREEN : Screen.GREETING).phase(new Phase.SecondBar(nowNanos)) : s;
        };
        return Sights.settle(s, after);
    }

    /** When the state next changes by itself, if it does. */
    public OptionalLong nextDeadline(DeviceState s) {
        long due = Math.min(deadlines.of(s), sights.computerDue(s));
        return due == Long.MAX_VALUE ? OptionalLong.empty() : OptionalLong.of(Math.max(due, s.nowNanos()));
    }

    /** What a person sees. */
    public Screen screen(DeviceState s) {
        return sights.screen(s);
    }

    /** What the computer sees; it takes a moment to notice. */
    public ComputerSees computer(DeviceState s) {
        return sights.computer(s);
    }

    /** Time left in recovery mode before the device leaves it by itself; empty outside recovery mode. */
    public OptionalLong windowLeftNanos(DeviceState s) {
        return s.phase() instanceof Phase.Recovery(long since) ? OptionalLong.of(since + t.window() - s.nowNanos()) : OptionalLong.empty();
    }

    /** A flat device begins to charge, and one that is off starts when a button is held that leads it into recovery so. */
    private DeviceState plug(DeviceState s) {
        return switch (s.phase()) {
            case Phase.Off _ when !tapped && s.down().has(low) -> s.starting(new Phase.Logo(s.nowNanos(), true));
            case Phase.Flat _ -> s.phase(new Phase.Flat(s.nowNanos()));
            default -> s;
        };
    }


    private DeviceState expire(DeviceState s) {
        long now = s.nowNanos();
        if (deadlines.ofHold(s) <= now) {
            return holdExpired(s);
        }
        if (deadlines.ofPhase(s) > now) {
            return s;
        }
        DeviceState next = phaseExpired(s);
        boolean holdIsSpent = Deadlines.atRest(next) && !Deadlines.atRest(s);
        return holdIsSpent ? next.buttons(next.down(), next.arming(), null) : next;
    }

    private DeviceState phaseExpired(DeviceState s) {
        long now = s.nowNanos();
        boolean held = s.down().has(recovery);
        return switch (s.phase()) {
            case Phase.Slider _ -> s.phase(new Phase.Running(s.face()));
            case Phase.Black(_, _, Long both) when both != null && tapped ->
                    mistake(s, "both-too-long", power, both).phase(new Phase.Logo(now, held));
            case Phase.Black _ -> s.phase(new Phase.Logo(now, held));
            case Phase.Tail _ when s.plugged() -> s.phase(new Phase.Dfu());
            case Phase.Tail(long since) -> mistake(s, "not-plugged", low, since).phase(new Phase.Logo(now, false));
            case Phase.Logo(long since, boolean through) when through -> s.plugged()
                    ? s.phase(new Phase.Recovery(now))
                    : mistake(s, "not-plugged", recovery, s.down().sinceOr(recovery, since)).phase(new Phase.Logo(since, false));
            case Phase.Logo _ -> s.phase(s.face() == Screen.BOOT_LOGO ? new Phase.Looping(now) : new Phase.Running(s.face()));
            case Phase.Recovery(long since) -> mistake(s, "window-ended", power, since).starting(new Phase.Logo(now, false));
            case Phase.SecondBar _ -> s.phase(new Phase.Running(s.face()));
            case Phase.Flat _ -> s.buttons(s.down(), List.of(), null).phase(new Phase.Off());
            default -> s;
        };
    }

    private DeviceState holdExpired(DeviceState s) {
        long now = s.nowNanos();
        return switch (s.phase()) {
            case Phase.Off _ -> s.starting(new Phase.Logo(now, s.down().has(recovery)));
            case Phase.Running _ when !bothDown(s) || tapped -> s.phase(new Phase.Slider(false, null));
            case Phase.Slider _ when s.holdKind() == Hold.WITH_VOLUME && !bothDown(s) ->
                    mistake(s, "emergency-begun", power, s.down().sinceOr(power, now)).phase(new Phase.Slider(true, null));
            default -> s.starting(new Phase.Black(now, now + t.blackToLogo(), s.down().has(low) ? (Long) now : null));
        };
    }

    /** Whether power and low button are down together on a family that this resets. */
    private boolean bothDown(DeviceState s) {
        return chord && s.down().has(power) && s.down().has(low);
    }

    private Hold joined(DeviceState before, DeviceButton button, Hold hold) {
        return !Deadlines.atRest(before) ? hold : chord && button == low ? Hold.ARMED : button.isVolume() ? Hold.WITH_VOLUME : hold;
    }

    private DeviceState down(DeviceState before, DeviceButton button) {
        long now = before.nowNanos();
        Hold running = before.holdKind();
        Hold hold = button == power ? arming.judge(before) : running == null ? null : joined(before, button, running);
        DeviceState s = before.buttons(before.down().with(button, now), before.arming(), hold);
        boolean begins = button == power && (Deadlines.atRest(s) || s.phase() instanceof Phase.Off || s.phase() instanceof Phase.Flat);
        s = s.mistakes(slipped(s, button, begins));
        boolean bothDown = s.down().has(power) && s.down().has(low);
        return switch (s.phase()) {
            case Phase.Black(long since, long due, Long both) when both == null && bothDown -> s.phase(new Phase.Black(since, due, now));
            case Phase.Tail _ when button == power -> s.phase(new Phase.Black(now, now + t.blackToLogo(), now));
            case Phase.Slider(boolean emergency, _) when button == power -> s.phase(new Phase.Slider(emergency, null));
            case Phase.Logo(long since, boolean held) when held && tapped
                    && button == low -> mistake(s, "held-past-black", power, since - t.blackToLogo());
            default -> s;
        };
    }

    /**
     * A button that comes down again at once after letting it go was a mistake had slipped. A new press of the power button at rest
     * begins a new attempt and forgets what was before.
     */
    private List<Mistake> slipped(DeviceState s, DeviceButton button, boolean begins) {
        Mistake last = s.mistakes().isEmpty() ? null : s.mistakes().getLast();
        if (last == null || last.button() != button || s.nowNanos() - last.atNanos() > t.slip()) {
            return begins ? List.of() : s.mistakes();
        }
        List<Mistake> all = new ArrayList<>(s.mistakes());
        all.removeLast();
        all.add(new Mistake("finger-slipped", button, (s.nowNanos() - last.atNanos()) / 1e9, last.atNanos()));
        return all;
    }

    private DeviceState up(DeviceState before, DeviceButton button) {
        long now = before.nowNanos();
        long since = before.down().sinceOr(button, now);
        Fingers down = before.down().without(button);
        List<Tap> taps = arming.after(before.arming(), new Tap(button, since, now));
        DeviceState s = before.buttons(down, button == power ? List.of() : taps, button == power ? null : before.holdKind());
        if (button == power) {
            return powerUp(before, s, since);
        }
        return button == low ? lowUp(s, since) : s;
    }

    private DeviceState powerUp(DeviceState before, DeviceState s, long since) {
        long now = s.nowNanos();
        return switch (s.phase()) {
            case Phase.Off _ -> mistake(s, "power-on-too-short", power, since);
            case Phase.Flat _ -> mistake(s, "flat-battery", power, since);
            case Phase.Slider(boolean emergency, _) -> shortHold(before, s, since)
                    .phase(emergency ? new Phase.Running(s.face()) : new Phase.Slider(false, now));
            case Phase.Running _, Phase.Looping _, Phase.Recovery _, Phase.Dfu _ -> shortHold(before, s, since);
            case Phase.Black(_, _, Long both) when both != null && now - both >= t.bothMin() -> s.phase(new Phase.Tail(now));
            case Phase.Black(long black, long due, Long both) when both != null ->
                    mistake(s, "both-too-short", power, both).phase(new Phase.Black(black, Math.max(due, now + t.settle()), null));
            default -> letGoAtLogo(s, power, since);
        };
    }

    /** What is held through the logo leads into recovery; let go there it was only a restart. */
    private DeviceState letGoAtLogo(DeviceState s, DeviceButton button, long since) {
        return button == recovery && s.phase() instanceof Phase.Logo(long logo, boolean held) && held
                ? mistake(s, "released-at-logo", button, since).phase(new Phase.Logo(logo, false)) : s;
    }

    /** The power button was let go before it did anything; a mere tap of it, or a hold that has done its work, is nobody's mistake. */
    private DeviceState shortHold(DeviceState before, DeviceState s, long since) {
        Hold hold = before.holdKind();
        if (hold == null || s.nowNanos() - since <= t.tapMax() || s.face() == Screen.GREETING) {
            return s;
        }
        return mistake(s, switch (hold) {
            case ARMED -> "hold-too-short";
            case SLOW_TAPS -> "taps-too-slow";
            case WRONG_ORDER -> "wrong-order";
            case ALONE -> tapped ? "no-taps" : "no-chord";
            case WITH_VOLUME -> "volume-held-too";
        }, power, since);
    }

    private DeviceState lowUp(DeviceState s, long downSince) {
        long now = s.nowNanos();
        return switch (s.phase()) {
            case Phase.Tail(long since) -> mistake(s, "tail-too-short", low, since).phase(new Phase.Black(now, now + t.settle(), null));
            case Phase.Black(long black, long due, Long both) when both != null ->
                    mistake(s, "both-too-short", low, both).phase(new Phase.Black(black, Math.max(due, now + t.settle()), null));
            default -> letGoAtLogo(s, low, downSince);
        };
    }

    private DeviceState unplug(DeviceState s) {
        Long held = s.down().has(power) ? s.down().since(power) : s.down().since(low);
        return switch (s.phase()) {
            case Phase.Flat _ -> s.phase(new Phase.Flat(null));
            case Phase.Restoring _ -> mistake(s, "restore-broken", power, s.nowNanos()).phase(new Phase.Recovery(s.nowNanos()));
            case Phase.Recovery _, Phase.Dfu _, Phase.SecondBar _ -> s;
            default -> held == null ? s : mistake(s, "unplugged-midway", power, held);
        };
    }

    private static DeviceState mistake(DeviceState s, String id, DeviceButton button, long sinceNanos) {
        List<Mistake> all = new ArrayList<>(s.mistakes());
        all.add(new Mistake(id, button, (s.nowNanos() - sinceNanos) / 1e9, s.nowNanos()));
        return s.mistakes(all);
    }
}
