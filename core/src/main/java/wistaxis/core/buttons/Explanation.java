package wistaxis.core.buttons;

import java.util.Optional;
import wistaxis.core.facts.Said;
import wistaxis.core.words.Text;

/** Reads what happened to a device, in the manner of the bench's table "you see, the computer sees, it means". */
public final class Explanation {
    private Explanation() {}

    /** A goal reached. */
    public static Said reached(Goal goal, DeviceState s, DeviceMachine machine) {
        return switch (goal) {
            case RECOVERY, DFU -> said(s, machine);
            case POWER_OFF -> Said.of("is-off");
            case POWER_ON -> Said.of("logo");
            case FORCE_RESTART -> Said.of("restarts");
            case LEAVE_RECOVERY -> Said.of("left-recovery");
            case LEAVE_DFU -> Said.of("left-dfu");
        };
    }

    /** What the state means and what to do next, in one or two sentences. */
    public static Text of(DeviceState s, DeviceMachine machine) {
        return mistake(s).map(m -> Text.of("core.sentences", "first", m.says(), "then", m.next())).orElseGet(() -> state(s, machine)
                .words());
    }

    /** What the state means. */
    public static Said said(DeviceState s, DeviceMachine machine) {
        return mistake(s).map(Mistake::said).orElseGet(() -> state(s, machine));
    }

    private static Optional<Mistake> mistake(DeviceState s) {
        boolean inMode = s.phase() instanceof Phase.Recovery || s.phase() instanceof Phase.Dfu;
        return inMode ? Optional.empty() : s.mistakes().stream().findFirst();
    }

    private static Said state(DeviceState s, DeviceMachine machine) {
        return Said.of(switch (s.phase()) {
            case Phase.Recovery _ -> machine.computer(s) == ComputerSees.RECOVERY ? "recovery-seen" : s.plugged() ? "recovery-soon"
                    : "recovery-unseen";
            case Phase.Dfu _ -> machine.computer(s) == ComputerSees.DFU ? "dfu-seen" : "dfu-unseen";
            case Phase.Off _ -> "off";
            case Phase.Flat(Long charging) -> charging == null ? "flat" : "charges";
            case Phase.Running(Screen face) -> face == Screen.GREETING ? "greeting" : s.plugged() ? "up-on-host" : "up";
            case Phase.Slider _ -> "slider";
            case Phase.Looping _ -> "loops";
            case Phase.Black _, Phase.Tail _ -> "between";
            case Phase.Logo(_, boolean held) -> held ? "logo-held" : "logo";
            case Phase.Restoring _ -> "writing";
            case Phase.SecondBar _ -> "second-bar";
        });
    }
}
