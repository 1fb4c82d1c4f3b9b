package wistaxis.core.buttons;

import wistaxis.core.device.DeviceButton;

/** What can happen to a device from outside. */
public sealed interface Input {
    record Down(DeviceButton button) implements Input {}

    record Up(DeviceButton button) implements Input {}

    record Plug() implements Input {}

    record Unplug() implements Input {}

    /** A finger drags the power-off slider; without effect where there is none. */
    record Drag() implements Input {}

    /** The computer begins to write; it is heard in recovery and DFU only. */
    record BeginRestore() implements Input {}

    /**
     * The computer has written everything and restarts the device.
     *
     * @param keptData whether it was an update: the device comes up locked as before, not with its greeting
     */
    record EndRestore(boolean keptData) implements Input {}
}
