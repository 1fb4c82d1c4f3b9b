package wistaxis.core.keys;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.BadInput;

/**
 * A sequence played perfectly on the family's simulated device: how long each step nominally lasts, and
 * where it leads. The coach's score and the proof of every school come from here.
 */
public final class Rehearsal {
    /** Time from letting go of a tapped key to the next step, in nanoseconds; ours. */
    static final long AFTER_TAP = 300_000_000L;

    private static final long PLUGGING = 500_000_000L;
    private static final long PATIENCE = 120_000_000_000L;

    private final KeySequence sequence;
    private final DeviceMachine machine;
    private final List<Span> spans = new ArrayList<>();
    private final Set<PhysicalKey> down = EnumSet.noneOf(PhysicalKey.class);
    private DeviceState state;

    /** When a step begins and ends, in nanoseconds from the beginning of the sequence. */
    public record Span(long startNanos, long endNanos) {}

    /**
     * @throws BadInput when a step waits for something that the device never shows
     */
    public Rehearsal(KeySequence sequence, Family family, Start start) {
        this.sequence = sequence;
        this.machine = new DeviceMachine(family);
        this.state = machine.start(start, sequence.plugged(), 0);
        for (KeyStep step : sequence.steps()) {
            long from = state.nowNanos();
            perform(step);
            spans.add(new Span(from, state.nowNanos()));
        }
        pass(state.nowNanos() + 2_000_000_000L, null);
    }

    public List<Span> spans() {
        return List.copyOf(spans);
    }

    /** The device two seconds after the last step. */
    public DeviceState end() {
        return state;
    }

    private void perform(KeyStep step) {
        long now = state.nowNanos();
        switch (step.action()) {
            case TAP -> {
                step.keys().forEach(this::press);
                pass(now + lengthOf(step), null);
                step.keys().forEach(this::letGo);
                pass(state.nowNanos() + AFTER_TAP, null);
            }
            case HOLD -> {
                step.keys().stream().filter(k -> !down.contains(k)).forEach(this::press);
                await(step, now);
            }
            case RELEASE -> step.keys().forEach(this::letGo);
            case PLUG -> cable(new Trace.Event(now / 1e9, Trace.Kind.PLUG, null));
            case UNPLUG -> cable(new Trace.Event(now / 1e9, Trace.Kind.UNPLUG, null));
            case WAIT -> await(step, now);
            case DRAG -> pass(now + PLUGGING, null);
        }
    }

    private void await(KeyStep step, long sinceNanos) {
        pass(sinceNanos + lengthOf(step), step.until());
        Until until = step.until();
        if (step.seconds() == null && until != null && !until.isMet(machine.screen(state), machine.host(state))) {
            throw new BadInput("school [" + sequence.school() + "]: " + until.words() + " never comes; check the steps before it");
        }
    }

    private static long lengthOf(KeyStep step) {
        return step.seconds() == null ? PATIENCE : Simulation.nanos(step.seconds());
    }

    private void press(PhysicalKey key) {
        down.add(key);
        happens(new Trace.Event(state.nowNanos() / 1e9, Trace.Kind.DOWN, key));
    }

    private void letGo(PhysicalKey key) {
        down.remove(key);
        happens(new Trace.Event(state.nowNanos() / 1e9, Trace.Kind.UP, key));
    }

    private void cable(Trace.Event event) {
        happens(event);
        pass(state.nowNanos() + PLUGGING, null);
    }

    private void happens(Trace.Event event) {
        state = machine.apply(state, event.input(), state.nowNanos());
    }

    /** Lets time pass to the end, or to the moment at which the awaited thing is seen. */
    private void pass(long endNanos, @Nullable Until until) {
        while (until == null || !until.isMet(machine.screen(state), machine.host(state))) {
            OptionalLong due = machine.nextDeadline(state);
            boolean ended = due.isEmpty() || due.getAsLong() > endNanos;
            state = machine.advance(state, ended ? endNanos : due.getAsLong());
                if (ended) {
                return;
            }
        }
    }
}
