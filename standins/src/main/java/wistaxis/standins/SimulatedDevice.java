package wistaxis.standins;

import java.util.ArrayList;
import java.util.List;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.Input;
import wistaxis.core.keys.Screen;
import wistaxis.core.keys.Trace;
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
            case Input.Down(var key) -> timing.add(new Trace.Event(at, Trace.Kind.DOWN, key));
            case Input.Up(var key) -> timing.add(new Trace.Event(at, Trace.Kind.UP, key));
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
    public HostView host() {
        return machine.host(state);
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
