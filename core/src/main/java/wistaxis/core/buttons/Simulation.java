package wistaxis.core.buttons;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import wistaxis.core.device.LayoutFacts;

/** Plays a trace on a simulated device. */
public final class Simulation {
    private final DeviceMachine machine;

    public Simulation(LayoutFacts family) {
        this.machine = new DeviceMachine(family);
    }

    /** What was seen from a moment on. */
    public record Sight(double at, Screen screen, ComputerSees computer) {}

    /**
     * @param history every change of what is seen, the first at 0
     * @param explanation what happened and what to do next
     */
    public record Result(String mode, Screen screen, ComputerSees computer, List<Sight> history, String explanation) {}

    public Result run(Trace trace) {
        List<Sight> history = new ArrayList<>();
        DeviceState s = look(machine.start(trace.start(), trace.plugged(), 0), history);
        for (Trace.Event event : trace.events()) {
            long at = nanos(event.at());
            s = look(machine.apply(watch(s, at, history), event.input(), at), history);
        }
        s = watch(s, nanos(trace.until()), history);
        return new Result(s.mode(), machine.screen(s), machine.computer(s), List.copyOf(history), Explanation.of(s, machine).toString());
    }

    private DeviceState watch(DeviceState from, long untilNanos, List<Sight> history) {
        DeviceState s = from;
        for (OptionalLong due = machine.nextDeadline(s); due.isPresent() && due.getAsLong() <= untilNanos; due = machine.nextDeadline(s)) {
            s = look(machine.advance(s, due.getAsLong()), history);
        }
        return look(machine.advance(s, untilNanos), history);
    }

    private DeviceState look(DeviceState s, List<Sight> history) {
        Sight seen = new Sight(s.nowNanos() / 1e9, machine.screen(s), machine.computer(s));
        boolean first = history.isEmpty();
        if (!first && history.getLast().at() == seen.at()) {
            history.removeLast();
        }
        if (history.isEmpty() || history.getLast().screen() != seen.screen() || history.getLast().computer() != seen.computer()) {
            history.add(seen);
        }
        return s;
    }

    static long nanos(double seconds) {
        return Math.round(seconds * 1e9);
    }
}
