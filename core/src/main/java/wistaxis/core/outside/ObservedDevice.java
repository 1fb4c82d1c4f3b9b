package wistaxis.core.outside;

import java.util.List;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Fingers;
import wistaxis.core.buttons.Input;
import wistaxis.core.buttons.Phase;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.Trace;

/**
 * A real device, as far as somebody or USB has seen it. Nobody sees its keys; it stands as it was last seen until it is seen otherwise, and
 * no simulated time passes for it. Of one thread.
 */
public final class ObservedDevice implements DeviceLink {
    private final DeviceMachine machine;
    private DeviceState state;
    private Screen screen;
    private ComputerSees computer;

    public ObservedDevice(DeviceMachine machine, DeviceState state) {
        this.machine = machine;
        this.state = state;
        this.screen = machine.screen(state);
        this.computer = machine.computer(state);
    }

    /** USB, or the technician, sees that the computer has it so. */
    public void computer(ComputerSees seen, long nowNanos) {
        if (seen != computer) {
            computer = seen;
            stand(switch (seen) {
                case RECOVERY -> Start.RECOVERY;
                case DFU -> Start.DFU;
                case NORMAL, NOTHING -> screen == Screen.DISABLED_SCREEN ? Start.DISABLED : Start.ON;
            }, nowNanos);
        }
    }

    /** The technician sees this on its screen. */
    public void screen(Screen seen, long nowNanos) {
        if (computer != ComputerSees.RECOVERY && computer != ComputerSees.DFU) {
            stand(switch (seen) {
                case BLACK -> Start.OFF;
                case BOOT_LOGO -> Start.LOOPING;
                case CABLE_SCREEN -> Start.RECOVERY;
                case DISABLED_SCREEN -> Start.DISABLED;
                default -> Start.ON;
            }, nowNanos);
        }
        screen = seen;
    }

    private void stand(Start as, long nowNanos) {
        state = machine.start(as, computer != ComputerSees.NOTHING, nowNanos);
        screen = machine.screen(state);
    }

    /** Its state then: what it was last seen as. */
    @Override
    public DeviceState at(long nowNanos) {
        Phase phase = state.phase();
        return new DeviceState(nowNanos, phase, Fingers.NONE, computer != ComputerSees.NOTHING, List.of(), null, state.face(),
                state.computerSinceNanos(), 0, List.of());
    }

    @Override
    public boolean isObserved() {
        return true;
    }

    /** Without effect: nobody knows what the hands do. */
    @Override
    public void apply(Input input, long nowNanos) {
        // the keys of a real device are pressed on the device
    }

    @Override
    public Screen screen() {
        return screen;
    }

    @Override
    public ComputerSees computer() {
        return computer;
    }

    @Override
    public void beginAttempt(long nowNanos) {
        // nothing is known of the keys
    }

    @Override
    public List<Trace.Event> timing() {
        return List.of();
    }
}
