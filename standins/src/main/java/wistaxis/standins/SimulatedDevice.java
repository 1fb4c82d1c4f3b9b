package wistaxis.standins;

import java.util.ArrayList;
import java.util.List;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Input;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Trace;
import wistaxis.core.outside.DeviceLink;

/** A simulated device on a simulated port: the core's state machine and the list of what was done to it. Not thread-safe. */
public final class SimulatedDevice implements DeviceLink {
    private final DeviceMachine machine;
    private DeviceState state;
    private long attemptNanos;
    private final List<Trace.Event> timing = new ArrayList<>();

    public SimulatedDevice(DeviceMachine machine, DeviceState start) {
        this.machine = machine;
        this.state = start;
        this.attemptNanos = start.nowNanos();
    }

    @Override
    public DeviceState at(long nowNanos) {
        if (nowNanos - state.nowNanos() > 0) {
            state = machine.advance(state, nowNanos);
        }
        return state;
    }

    @Override
    public void apply(Input input, long nowNanos) {
        long now = Math.max(nowNanos, state.nowNanos());
        state = machine.apply(state, input, now);
        double at = Math.max(0, (now - attemptNanos) / 1e9);
        switch (input) {
            case Input.Down(var button) -> timing.add(new Trace.Event(at, Trace.Kind.DOWN, button));
            case Input.Up(var button) -> timing.add(new Trace.Event(at, Trace.Kind.UP, button));
            case Input.Plug() -> timing.add(new Trace.Event(at, Trace.Kind.PLUG, null));
            case Input.Unplug() -> timing.add(new Trace.Event(at, Trace.Kind.UNPLUG, null));
            case Input.Drag() -> timing.add(new Trace.Event(at, Trace.Kind.DRAG, null));
            case Input.BeginRestore _, Input.EndRestore _ -> { }
        }
    }

    @Override
    public Screen screen() {
        return machine.screen(state);
    }

    @Override
    public ComputerSees computer() {
        return machine.computer(state);
    }

    @Override
    public void beginAttempt(long nowNanos) {
        at(nowNanos);
        attemptNanos = nowNanos;
        timing.clear();
    }

    @Override
    public List<Trace.Event> timing() {
        return List.copyOf(timing);
    }
}
