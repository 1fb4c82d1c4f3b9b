package wistaxis.core.coach;

import java.util.Optional;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;

/** How an attempt ended: what happened and what to do next. */
public record Verdict(boolean success, String says, String next) {

    /** @param sinceNanos when the attempt began: earlier mistakes do not count. @return nothing while it can still succeed */
    public static Optional<Verdict> of(Goal goal, DeviceState state, DeviceMachine machine, long sinceNanos) {
        HostView wanted = goal == Goal.DFU ? HostView.DFU : HostView.RECOVERY;
        if (machine.host(state) == wanted) {
            return Optional.of(new Verdict(true, Explanation.of(state, machine), "Let go now."));
        }
        return state.mistakes().stream().filter(m -> m.atNanos() - sinceNanos > 0).findFirst().map(cause -> new Verdict(false, cause.says(), cause.next()));
    }
}
