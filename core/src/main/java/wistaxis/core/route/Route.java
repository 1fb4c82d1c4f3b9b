package wistaxis.core.route;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The answer of the route planner.
 *
 * @param stop why nothing may be done, in words for the customer; null when the job may go on
 * @param rungs the ladder, least destructive first
 */
public record Route(@Nullable String stop, List<Rung> rungs) {
    /** How far a rung is from being taken. */
    public enum Status { READY, NEEDS_CONSENT, BLOCKED, REFUSED }

    /**
     * One step with its reasons.
     *
     * @param reasons why it is where it stands: what blocks or refuses it first, then what speaks for it
     */
    public record Rung(RouteFacts.StepFact step, Status status, List<String> reasons, List<String> cautions) {
        public Rung {
            reasons = List.copyOf(reasons);
            cautions = List.copyOf(cautions);
        }
    }

    public Route {
        rungs = List.copyOf(rungs);
    }
}
