package wistaxis.core.buttons;

/** What a person and the computer see of a device in a given state. */
record Sights(Thresholds t) {
    Screen screen(DeviceState s) {
        return switch (s.phase()) {
            case Phase.Off _, Phase.Flat _, Phase.Black _, Phase.Tail _, Phase.Dfu _ -> Screen.BLACK;
            case Phase.Running(Screen face) -> face;
            case Phase.Looping(long since) -> loopPosition(s, since) < t.loopLogo() ? Screen.BOOT_LOGO : Screen.BLACK;
            case Phase.Slider(boolean emergency, _) -> emergency ? Screen.EMERGENCY_COUNTDOWN : Screen.SLIDER;
            case Phase.Logo _ -> Screen.BOOT_LOGO;
            case Phase.Recovery _ -> Screen.CABLE_SCREEN;
            case Phase.Restoring _, Phase.SecondBar _ -> Screen.PROGRESS_BAR;
        };
    }

    /** How far a looping device is in its round of logo and black, nanoseconds. */
    long loopPosition(DeviceState s, long since) {
        return (s.nowNanos() - since) % (t.loopLogo() + t.loopBlack());
    }

    ComputerSees computer(DeviceState s) {
        ComputerSees target = target(s);
        return target != ComputerSees.NOTHING && s.nowNanos() - s.computerSinceNanos() >= t.computerDelay() ? target : ComputerSees.NOTHING;
    }

    /** When the computer notices what there is to see; {@link Long#MAX_VALUE} if it has, or there is nothing. */
    long computerDue(DeviceState s) {
        long seen = s.computerSinceNanos() + t.computerDelay();
        return target(s) != ComputerSees.NOTHING && seen > s.nowNanos() ? seen : Long.MAX_VALUE;
    }

    /** Starts the computer's delay when something has come into its sight. */
    static DeviceState settle(DeviceState before, DeviceState after) {
        boolean appears = target(before) == ComputerSees.NOTHING && target(after) != ComputerSees.NOTHING;
        return appears ? after.computerChanged() : after;
    }

    private static ComputerSees target(DeviceState s) {
        if (!s.plugged()) {
            return ComputerSees.NOTHING;
        }
        return switch (s.phase()) {
            case Phase.Running _, Phase.Slider _, Phase.SecondBar _ -> ComputerSees.NORMAL;
            case Phase.Recovery _, Phase.Restoring _ -> ComputerSees.RECOVERY;
            case Phase.Dfu _ -> ComputerSees.DFU;
            default -> ComputerSees.NOTHING;
        };
    }
}
