package wistaxis.core.coach;

import java.util.Optional;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.Mistake;

/** How an attempt ended: what happened and what to do next. */
public record Verdict(boolean success, String says, String next) {

    /** @return nothing while the attempt can still succeed */
    public static Optional<Verdict> of(Goal goal, DeviceState state, DeviceMachine machine) {
        HostView wanted = goal == Goal.DFU ? HostView.DFU : HostView.RECOVERY;
        if (machine.host(state) == wanted) {
            return Optional.of(new Verdict(true, Explanation.of(state, machine), "Let go now."));
        }
        if (!state.mistakes().isEmpty()) {
            Mistake cause = state.mistakes().getFirst();
            return Optional.of(new Verdict(false, cause.says(), cause.next()));
        }
        return Optional.empty();
    }
}
