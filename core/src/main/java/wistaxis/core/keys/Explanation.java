package wistaxis.core.keys;

/** Reads what happened to a device, in the manner of the bench's table "you see, the host sees, it means". */
public final class Explanation {
    private Explanation() {}

    /** A goal reached, in a sentence. */
    public static String reached(Goal goal, DeviceState s, DeviceMachine machine) {
        return switch (goal) {
            case RECOVERY, DFU -> of(s, machine);
            case POWER_OFF -> "Black, and the host has lost it: the device is off.";
            case POWER_ON -> "Boot logo: it is starting.";
            case FORCE_RESTART -> "Boot logo: it restarts. Nothing is lost.";
            case LEAVE_RECOVERY -> "Boot logo: it has left recovery and starts.";
            case LEAVE_DFU -> "Boot logo: it has left DFU and starts.";
        };
    }

    /** What the state means and what to do next, in one or two sentences. */
    public static String of(DeviceState s, DeviceMachine machine) {
        boolean inMode = s.phase() instanceof Phase.Recovery || s.phase() instanceof Phase.Dfu;
        if (!s.mistakes().isEmpty() && !inMode) {
            Mistake cause = s.mistakes().getFirst();
            return cause.says() + " " + cause.next();
        }
        return switch (s.phase()) {
            case Phase.Recovery _ when machine.host(s) == HostView.RECOVERY ->
                    "Cable screen, and the host sees a device in recovery: success.";
            case Phase.Recovery _ when s.plugged() -> "Cable screen: recovery. The host is about to notice it.";
            case Phase.Recovery _ -> "Cable screen, but the host sees nothing: check cable and port.";
            case Phase.Dfu _ when machine.host(s) == HostView.DFU ->
                    "Black, and the host sees a device in DFU: success. Restore only; it erases everything.";
            case Phase.Dfu _ -> "Black. The host sees nothing yet: check cable and port, wait.";
            case Phase.Off _ -> "Black and nothing on the host: the device is off.";
            case Phase.Flat(Long charging) -> charging == null
                    ? "Black, nothing on the host and no key answers: the battery may be flat. Charge it."
                    : "Black: it charges. Give it time before the keys.";
            case Phase.Running(Screen face) when face == Screen.GREETING -> "The greeting screen: the restore is done.";
            case Phase.Running _ -> "It shows its lock screen and the host " + (s.plugged() ? "sees a normal device" : "sees nothing")
                    + ": no mode was entered.";
            case Phase.Slider _ -> "The slider: keep holding, or cancel it. No mode was entered.";
            case Phase.Looping _ -> "It starts over and over: a loop. No mode was entered.";
            case Phase.Black _, Phase.Tail _ -> "Black: between off and on, a moment in which the keys decide.";
            case Phase.Logo(_, boolean held) -> held ? "Boot logo: keep holding." : "Boot logo: it is starting.";
            case Phase.Restoring _ -> "The host is writing to it: leave the cable alone.";
            case Phase.SecondBar _ -> "Second bar: leave it connected.";
        };
    }
}
