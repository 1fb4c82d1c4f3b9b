package wistaxis.core.buttons;

import java.util.Optional;

/**
 * Judges whether a goal is reached or spoiled. The same act is right for one goal and wrong for another: letting go at the boot logo is
 * how a restart ends and how recovery is missed.
 *
 * @param startsBefore {@link DeviceState#starts} when the attempt began
 * @param sinceNanos when the attempt began; what went wrong earlier does not count
 */
public record Landing(Goal goal, DeviceMachine machine, int startsBefore, long sinceNanos) {
    /** A landing of an attempt that begins with the device in this state. */
    public static Landing from(Goal goal, DeviceMachine machine, DeviceState begin) {
        return new Landing(goal, machine, begin.starts(), begin.nowNanos());
    }

    /** The same attempt, judged for what is wanted just now. */
    public Landing of(Goal now) {
        return new Landing(now, machine, startsBefore, sinceNanos);
    }

    public boolean reached(DeviceState s) {
        boolean restarted = s.starts() > startsBefore;
        return switch (goal) {
            case RECOVERY -> machine.computer(s) == ComputerSees.RECOVERY;
            case DFU -> machine.computer(s) == ComputerSees.DFU;
            case POWER_OFF -> s.phase() instanceof Phase.Off;
            case POWER_ON, FORCE_RESTART, LEAVE_RECOVERY, LEAVE_DFU -> restarted && switch (s.phase()) {
                case Phase.Logo(_, boolean held) -> !held;
                case Phase.Running _, Phase.Looping _ -> true;
                default -> false;
            };
        };
    }

    /** What has spoiled the attempt beyond repair; empty while it can still succeed. */
    public Optional<Mistake> spoiled(DeviceState s) {
        boolean restarted = s.starts() > startsBefore;
        long now = s.nowNanos();
        if (goal == Goal.POWER_OFF && restarted) {
            return Optional.of(new Mistake("past-slider", machine.power(), heldSeconds(s), now));
        }
        if (goal == Goal.DFU && restarted && s.phase() instanceof Phase.Recovery) {
            return Optional.of(new Mistake("recovery-not-dfu", machine.power(), heldSeconds(s), now));
        }
        if (restarted && s.phase() instanceof Phase.Recovery && goal != Goal.RECOVERY) {
            return Optional.of(new Mistake("held-into-cable", machine.power(), heldSeconds(s), now));
        }
        Optional<Mistake> own = s.mistakes().stream().filter(m -> m.atNanos() - sinceNanos > 0 && m.spoils(goal)).findFirst();
        return own.isEmpty() && goal == Goal.POWER_OFF && s.phase() instanceof Phase.Running && !s.mistakes().isEmpty()
                ? letGo(s.mistakes().getLast()) : own;
    }

    /** The power button is up and there is no slider: it was let go before the slider came, or the slider was left alone. */
    private Optional<Mistake> letGo(Mistake m) {
        boolean early = m.seconds() * 1e9 < machine.sliderNanos();
        return m.atNanos() - sinceNanos <= 0 ? Optional.empty()
                : Optional.of(new Mistake(early ? "before-slider" : "slider-left", m.button(), m.seconds(), m.atNanos()));
    }

    private double heldSeconds(DeviceState s) {
        return (s.nowNanos() - s.down().sinceOr(machine.power(), sinceNanos)) / 1e9;
    }
}
