package wistaxis.core.keys;

/** What a person and the host see of a device in a given state. */
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

    HostView host(DeviceState s) {
        HostView target = target(s);
        return target != HostView.NOTHING && s.nowNanos() - s.hostSinceNanos() >= t.hostDelay() ? target : HostView.NOTHING;
    }

    /** When the host notices what there is to see; {@link Long#MAX_VALUE} if it has, or there is nothing. */
    long hostDue(DeviceState s) {
        long seen = s.hostSinceNanos() + t.hostDelay();
        return target(s) != HostView.NOTHING && seen > s.nowNanos() ? seen : Long.MAX_VALUE;
    }

    /** Starts the host's delay when something has come into its sight. */
    static DeviceState settle(DeviceState before, DeviceState after) {
        boolean appears = target(before) == HostView.NOTHING && target(after) != HostView.NOTHING;
        return appears ? after.hostChanged() : after;
    }

    private static HostView target(DeviceState s) {
        if (!s.plugged()) {
            return HostView.NOTHING;
        }
        return switch (s.phase()) {
            case Phase.Running _, Phase.Slider _, Phase.SecondBar _ -> HostView.NORMAL;
            case Phase.Recovery _, Phase.Restoring _ -> HostView.RECOVERY;
            case Phase.Dfu _ -> HostView.DFU;
            default -> HostView.NOTHING;
        };
    }
}
