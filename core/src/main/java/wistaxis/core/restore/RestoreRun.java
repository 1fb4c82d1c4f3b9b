package wistaxis.core.restore;

import static wistaxis.core.words.Say.t;

import java.util.List;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Screen;
import wistaxis.core.restore.RestoreStage.Needs;

/**
 * The staged restore run: a fold over time, what computer and screen show, and two outside answers.
 * If the device drops out of its mode the run waits where it is and goes on when the mode is back; if contact is lost while
 * the device is written to, sending starts over.
 *
 * @param elapsedNanos time worked in the running stage
 * @param atNanos when the run was last stepped, bench time
 */
public record RestoreRun(List<RestoreStage> stages, State state, int stage, long elapsedNanos, long atNanos) {
    /** Where the run stands. */
    public sealed interface State {
        record Working() implements State {}

        /** Waits for the device to be back in its mode. */
        record Waiting(String why) implements State {}

        /** Ended without success; nothing goes on by itself. */
        record Failed(String why) implements State {}

        record Done() implements State {}
    }

    /**
     * What the run sees outside.
     *
     * @param firmwareProof the check of the firmware file, made anew at restore time
     * @param signing the signing service's answer at restore time
     */
    public record Outside(ComputerSees computer, Screen screen, Gate firmwareProof, Gate signing) {}

    public RestoreRun {
        stages = List.copyOf(stages);
    }

    public static RestoreRun begin(List<RestoreStage> stages, long nowNanos) {
        return new RestoreRun(stages, new State.Working(), 0, 0, nowNanos);
    }

    public RestoreStage current() {
        return stages.get(stage);
    }

    /** Lets time pass. At most one stage ends in a step, so that its command reaches the device before the next is judged. */
    public RestoreRun step(long nowNanos, Outside outside) {
        return switch (state) {
            case State.Failed _, State.Done _ -> this;
            case State.Waiting _ -> inMode(outside) ? with(new State.Working(), nowNanos) : with(state, nowNanos);
            case State.Working _ -> work(nowNanos, outside);
        };
    }

    private RestoreRun work(long nowNanos, Outside outside) {
        if (current().needs() == Needs.MODE && !inMode(outside)) {
            return with(new State.Waiting(t("core.run.left-mode")), nowNanos);
        }
        if (current().needs() == Needs.CONTACT && outside.computer() != ComputerSees.RECOVERY) {
            return new RestoreRun(stages,
                    new State.Waiting(t("core.run.contact-lost")), firstContact(), 0, nowNanos);
        }
        long worked = elapsedNanos + (nowNanos - atNanos);
        Gate gate = gate(outside);
        if (gate instanceof Gate.Refused(String why)) {
            return with(new State.Failed(why), nowNanos);
        }
        if (worked < current().nanos() || !(gate instanceof Gate.Passed)) {
            return new RestoreRun(stages, state, stage, Math.min(worked, current().nanos()), nowNanos);
        }
        return stage + 1 == stages.size()
                ? with(new State.Done(), nowNanos)
                : new RestoreRun(stages, state, stage + 1, 0, nowNanos);
    }

    private Gate gate(Outside outside) {
        return switch (current().gate()) {
            case PACKAGE -> outside.firmwareProof();
            case SIGNING -> outside.signing();
            case GREETING -> outside.screen() == Screen.GREETING || outside.screen() == Screen.LOCK_SCREEN ? new Gate.Passed()
                    : new Gate.Open();
            case null -> new Gate.Passed();
        };
    }

    private static boolean inMode(Outside outside) {
        return outside.computer() == ComputerSees.RECOVERY || outside.computer() == ComputerSees.DFU;
    }

    private int firstContact() {
        return stages.indexOf(stages.stream().filter(s -> s.needs() == Needs.CONTACT).findFirst().orElseThrow());
    }

    private RestoreRun with(State next, long nowNanos) {
        return new RestoreRun(stages, next, stage, elapsedNanos, nowNanos);
    }

    /** How much is done, 0 to 1, by time. */
    public double fraction() {
        long total = stages.stream().mapToLong(RestoreStage::nanos).sum();
        return state instanceof State.Done ? 1 : 1 - leftNanos() / (double) total;
    }

    /** The bar on the device, 0 to 1: it fills once while the computer writes and once more after the restart. */
    public double deviceFraction() {
        boolean second = current().needs() == Needs.NOTHING;
        List<RestoreStage> bar = stages.stream().filter(s -> s.needs() == (second ? Needs.NOTHING : Needs.CONTACT)).toList();
        long total = bar.stream().mapToLong(RestoreStage::nanos).sum();
        long before = bar.stream().takeWhile(s -> !s.equals(current())).mapToLong(RestoreStage::nanos).sum();
        return bar.contains(current()) ? (before + elapsedNanos) / (double) total : 0;
    }

    /** Bench time left if nothing goes wrong. */
    public long leftNanos() {
        return state instanceof State.Done ? 0 : stages.stream().skip(stage).mapToLong(RestoreStage::nanos).sum() - elapsedNanos;
    }

    /** Bench time during which the device still has to stay in its mode; 0 once the computer has taken over. */
    public long modeNeededNanos() {
        long left = stages.stream().skip(stage).filter(s -> s.needs() == Needs.MODE).mapToLong(RestoreStage::nanos).sum();
        return current().needs() == Needs.MODE ? left - elapsedNanos : left;
    }
}
