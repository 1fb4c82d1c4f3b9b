package wistaxis.core.route;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.steps.Step;
import wistaxis.core.words.Text;

/**
 * The answer of the route planner.
 *
 * @param stop why nothing may be done, in words for the customer; null when the job may go on
 * @param contradictions facts that do not go together, in words; one of them has to change
 * @param steps the route, least destructive first
 * @param target the version that would be written: the one asked for, else the newest signed; null when neither is known
 * @param backups which backups fit the target
 */
public record Route(
        @Nullable Text stop, List<Text> contradictions, List<RouteStep> steps, @Nullable SystemVersion target, boolean targetSaid,
        List<SystemVersion> signed,
        List<BackupFit> backups) {
    /** How far a step is from being taken. */
    public enum Status { READY, NEEDS_CONSENT, BLOCKED, REFUSED }

    /**
     * One step with its reasons.
     *
     * @param done whether it was tried already and did not help; it can be repeated if its status allows
     * @param advised whether nothing speaks against recommending it
     * @param overrulable whether the technician may take it all the same, with a reason
     * @param reasons why it is where it stands: what blocks or refuses it first, then what speaks for it
     * @param against those of them that keep it from being taken
     * @param cautions every warning
     * @param tells those of them that the owner hears before agreeing
     * @param losses the rules among these that name a loss
     */
    public record RouteStep(
            Step step, Status status, boolean done, boolean advised, boolean overrulable, List<Text> reasons, List<Text> against,
            List<Text> cautions,
            List<Text> tells,
            List<String> losses) {
        public RouteStep {
            reasons = List.copyOf(reasons);
            against = List.copyOf(against);
            cautions = List.copyOf(cautions);
            tells = List.copyOf(tells);
            losses = List.copyOf(losses);
        }

        /** Whether it may be taken, if need be after the owner's consent. */
        public boolean open() {
            return status == Status.READY || status == Status.NEEDS_CONSENT;
        }
    }

    /** @param fits whether it can be restored into the target; null when one of the versions is not known */
    public record BackupFit(CaseFacts.Backup backup, @Nullable Boolean fits) {}

    public Route {
        contradictions = List.copyOf(contradictions);
        steps = List.copyOf(steps);
        signed = List.copyOf(signed);
        backups = List.copyOf(backups);
    }

    /**
     * The gentlest step that is open, not tried yet and not advised against; failing that the gentlest open one. The hardware bench only
     * where it is advised: it is always open.
     */
    public Optional<RouteStep> recommended() {
        return steps.stream().filter(r -> r.open() && !r.done() && r.advised()).findFirst()
                .or(() -> steps.stream().filter(r -> r.open() && !r.done() && !r.step().isHardware()).findFirst());
    }

    /** What stands against every step alike, and is best said once. */
    public List<Text> commonReasons() {
        return steps.size() < 2 || steps.stream().anyMatch(RouteStep::open) ? List.of()
                : steps.getFirst().reasons().stream().filter(r -> !r.equals(stop) && steps.stream()
                .allMatch(other -> other.reasons().contains(r))).toList();
    }

    /**
     * Whether nothing is left above the highest step that was taken and did not help: the device itself is next. What only waits for an
     * answer is left.
     */
    public boolean exhausted() {
        RouteStep highest = steps.reversed().stream().filter(RouteStep::done).findFirst().orElse(null);
        return stop == null && highest != null
                && steps.subList(steps.indexOf(highest) + 1, steps.size()).stream().noneMatch(r -> (r.open() || waitsForAnswer(r))
                        && !r.step().isHardware());
    }

    private static boolean waitsForAnswer(RouteStep step) {
        return step.status() == Status.BLOCKED && !step.overrulable() && !step.done();
    }

    public Optional<RouteStep> judged(String step) {
        return steps.stream().filter(r -> r.step().id().equals(step)).findFirst();
    }
}
