package wistaxis.core.buttons;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;

/**
 * A sequence played on a simulated device by hands that are early or late: the rehearsal plays it perfectly, the margins move one moment,
 * a practice of many attempts draws every moment from a person's hand.
 */
public final class Playing {
    /** Time from letting go of a tapped button to the next step, in nanoseconds; ours. */
    public static final long AFTER_TAP = 300_000_000L;

    private static final long PLUGGING = 500_000_000L;
    private static final long PATIENCE = 120_000_000_000L;

    /** How long after the last step the goal may still come: the computer's delay and the black before a logo. */
    private static final long AFTERWARDS = 5_000_000_000L;

    private final ButtonSequence sequence;
    private final DeviceMachine machine;
    private final Pressing hands;
    private final @Nullable List<Rehearsal.Span> spans;
    private Fingers down = Fingers.NONE;
    private DeviceState state;
    private boolean lost;

    /** A moment at which hands act. */
    public enum Moment {
        /** Letting go of a tapped button: its length. */
        TAP,
        /** The next press after a tap: the gap. */
        GAP,
        /** The end of a hold of so many seconds. */
        TIMED,
        /** The end of a hold until something is seen. */
        SEEN,
        /** A second finger that should act at the same time as the first. */
        SECOND
    }

    /** How early or late hands are. */
    @FunctionalInterface
    public interface Pressing {
        /** Hands that are always right. */
        Pressing PERFECT = (_, _, _) -> 0;

        /**
         * @param nominalNanos how long the span before the moment should be
         * @return nanoseconds late; early where negative. What was to be seen cannot be acted on before it is seen, nor anything before
         *     its step begins.
         */
        long late(int step, Moment moment, long nominalNanos);

        /** How long a hold lasts whatever is seen, nanoseconds; negative where it ends as the step says. */
        default long forced(int step) {
            return -1;
        }
    }

    private Playing(ButtonSequence sequence, DeviceMachine machine, Start start, Pressing hands, @Nullable List<Rehearsal.Span> spans) {
        this.sequence = sequence;
        this.machine = machine;
        this.hands = hands;
        this.spans = spans;
        this.state = machine.start(start, sequence.plugged(), 0);
    }

    /** How it went. @param end the device two seconds after the last step. @param lost whether something awaited never came */
    record Played(DeviceState end, boolean lost) {}

    /** Plays it and notes when each step began and ended. */
    static Played play(ButtonSequence sequence, DeviceMachine machine, Start start, Pressing hands, List<Rehearsal.Span> spans) {
        Playing p = new Playing(sequence, machine, start, hands, spans);
        p.steps();
        p.pass(p.state.nowNanos() + 2_000_000_000L, null);
        return new Played(p.state, p.lost);
    }

    /** Whether the goal is reached in the end. */
    public static boolean lands(ButtonSequence sequence, DeviceMachine machine, Start start, Pressing hands) {
        Playing p = new Playing(sequence, machine, start, hands, null);
        Landing landing = Landing.from(sequence.goal(), machine, p.state);
        p.steps();
        long end = p.state.nowNanos() + AFTERWARDS;
        while (!p.lost && !landing.reached(p.state)) {
            var due = machine.nextDeadline(p.state);
            if (due.isEmpty() || due.getAsLong() > end) {
                return false;
            }
            p.state = machine.advance(p.state, due.getAsLong());
        }
        return !p.lost;
    }

    private void steps() {
        for (int i = 0; i < sequence.steps().size() && !lost; i++) {
            long from = state.nowNanos();
            perform(i, sequence.steps().get(i));
            if (spans != null) {
                spans.add(new Rehearsal.Span(from, state.nowNanos()));
            }
        }
    }

    private void perform(int i, ButtonStep step) {
        long now = state.nowNanos();
        switch (step.action()) {
            case TAP -> {
                all(i, step.buttons(), true);
                long length = lengthOf(step);
                pass(Math.max(state.nowNanos() + 1, now + length + hands.late(i, Moment.TAP, length)), null);
                all(i, step.buttons(), false);
                pass(Math.max(state.nowNanos() + 1, state.nowNanos() + AFTER_TAP + hands.late(i, Moment.GAP, AFTER_TAP)), null);
            }
            case HOLD -> {
                all(i, step.buttons(), true);
                await(i, step, now);
            }
            case RELEASE -> all(i, step.buttons(), false);
            case PLUG -> cable(new Input.Plug());
            case UNPLUG -> cable(new Input.Unplug());
            case WAIT -> await(i, step, now);
            case DRAG -> {
                pass(now + PLUGGING, null);
                state = machine.apply(state, new Input.Drag(), state.nowNanos());
            }
        }
    }

    private void await(int i, ButtonStep step, long sinceNanos) {
        long forced = hands.forced(i);
        if (forced >= 0) {
            pass(Math.max(state.nowNanos(), sinceNanos + forced), null);
            return;
        }
        Until until = step.until();
        long timed = sinceNanos + lengthOf(step);
        if (step.seconds() != null) {
            timed = Math.max(state.nowNanos(), timed + hands.late(i, Moment.TIMED, timed - sinceNanos));
        }
        boolean seen = pass(timed, until);
        if (seen) {
            long now = state.nowNanos();
            pass(Math.max(now, Math.min(timed, now + hands.late(i, Moment.SEEN, now - sinceNanos))), null);
        } else if (step.seconds() == null) {
            lost = true;
        }
    }

    private static long lengthOf(ButtonStep step) {
        return step.seconds() == null ? PATIENCE : Simulation.nanos(step.seconds());
    }

    /** Presses or lets go of buttons, one finger a little after the other where hands are not perfect. */
    private void all(int i, List<DeviceButton> buttons, boolean press) {
        boolean second = false;
        for (DeviceButton button : buttons) {
            if (down.has(button) == press) {
                continue;
            }
            if (second) {
                pass(state.nowNanos() + Math.max(0, hands.late(i, Moment.SECOND, 0)), null);
            }
            second = true;
            down = press ? down.with(button, 0) : down.without(button);
            state = machine.apply(state, press ? new Input.Down(button) : new Input.Up(button), state.nowNanos());
        }
    }

    private void cable(Input input) {
        state = machine.apply(state, input, state.nowNanos());
        pass(state.nowNanos() + PLUGGING, null);
    }

    /** Lets time pass to the end, or to the moment at which the awaited thing is seen. @return whether it is seen */
    private boolean pass(long endNanos, @Nullable Until until) {
        if (until == null) {
            state = machine.advance(state, endNanos);
            return false;
        }
        while (!until.isMet(machine.screen(state), machine.computer(state))) {
            var due = machine.nextDeadline(state);
            boolean ended = due.isEmpty() || due.getAsLong() > endNanos;
            state = machine.advance(state, ended ? endNanos : due.getAsLong());
            if (ended) {
                return until.isMet(machine.screen(state), machine.computer(state));
            }
        }
        return true;
    }
}
