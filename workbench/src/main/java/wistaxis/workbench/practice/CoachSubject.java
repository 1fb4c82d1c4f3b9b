package wistaxis.workbench.practice;

import java.util.Set;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Phase;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.outside.DeviceLink;
import wistaxis.workbench.life.Change;

/** Whose hands are on what: a ticket's device, or the one of the drill. */
public interface CoachSubject {
    DeviceModel model();

    LayoutFacts family();

    DeviceMachine machine();

    DeviceLink device();

    DeviceState deviceNow();

    /** Buttons that do not work. */
    Set<DeviceButton> broken();

    /** The state from which the buttons begin, in the words of a method's beginnings. */
    default Start start() {
        DeviceState state = deviceNow();
        return switch (state.phase()) {
            case Phase.Off _ -> Start.OFF;
            case Phase.Flat _ -> Start.FLAT;
            case Phase.Looping _ -> Start.LOOPING;
            case Phase.Recovery _ -> Start.RECOVERY;
            case Phase.Dfu _ -> Start.DFU;
            default -> state.face() == Screen.DISABLED_SCREEN ? Start.DISABLED : Start.ON;
        };
    }

    /** Whether it is between off and on, where a new attempt leads nowhere. */
    default boolean starting() {
        return switch (deviceNow().phase()) {
            case Phase.Black _, Phase.Tail _, Phase.Logo _, Phase.SecondBar _, Phase.Restoring _ -> true;
            default -> false;
        };
    }

    /** Puts the device where this attempt begins; a device on a ticket is where it is. */
    default void prepare(ButtonSequence method) {}

    /** The technician prefers this method. */
    default void taken(ButtonSequence method) {}

    /** The technician says what is seen after an attempt, and it means this. */
    default void read(Goal goal, Reading.Sight sight, ComputerSees computer) {}

    /** Who follows what happens here. */
    default Change.Topic topic() {
        return Change.Topic.WORK;
    }

    /** The ticket that it is about; empty for none. */
    default String ticketNumber() {
        return "";
    }

    /** Whether USB tells what the computer has of it. */
    default boolean onUsb() {
        return false;
    }

    /** Whether the coach is silent and the technician goes by feel. */
    default boolean blind() {
        return false;
    }
}
