package wistaxis.workbench.practice;

import java.util.Set;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Phase;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.Screen;
import wistaxis.core.keys.Start;
import wistaxis.core.outside.DeviceLink;
import wistaxis.workbench.life.Change;

/** Whose hands are on what: a ticket's device, or the one of the drill. */
public interface CoachSubject {
    DeviceModel model();

    Family family();

    DeviceMachine machine();

    DeviceLink device();

    DeviceState deviceNow();

    /** Keys that do not work. */
    Set<PhysicalKey> broken();

    /** The state from which the keys begin, in the words of a school's beginnings. */
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
    default void prepare(KeySequence school) {}

    /** The technician prefers this school. */
    default void taken(KeySequence school) {}

    /** The technician says what is seen after an attempt, and it means this. */
    default void read(Goal goal, Reading.Sight sight, HostView host) {}

    /** Who follows what happens here. */
    default Change.Topic topic() {
        return Change.Topic.WORK;
    }

    /** The ticket that it is about; empty for none. */
    default String ticketNumber() {
        return "";
    }

    /** Whether USB tells what the host has of it. */
    default boolean onUsb() {
        return false;
    }

    /** Whether the coach is silent and the technician goes by feel. */
    default boolean blind() {
        return false;
    }
}
