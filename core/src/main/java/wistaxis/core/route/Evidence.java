package wistaxis.core.route;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.steps.Problem;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;

/**
 * How often each step worked in a shop's own ledger, by button layout and problem. An attempt of which nothing came, or that was stopped,
 * is no case.
 */
public final class Evidence {
    /** Below so many cases nothing is said. */
    public static final int FEWEST = 3;

    private final Map<Case, Tally> tallies = new HashMap<>();

    /** What cases are counted by. */
    public record Case(ButtonLayout family, Problem problem, String step) {}

    /**
     * @param helped how many of the cases; 0 to {@code cases}
     * @param lost in how many the problem was gone, and with it the data that the step should have kept; not among those that helped
     */
    public record Tally(int helped, int lost, int cases) {
        private static final Tally NONE = new Tally(0, 0, 0);

        Tally plus(Attempt.Outcome outcome, int times) {
            return new Tally(helped + (outcome == Attempt.Outcome.HELPED ? times : 0), lost
                    + (outcome == Attempt.Outcome.DATA_LOST ? times : 0), cases + times);
        }

        public Wilson interval() {
            return Wilson.of(helped, cases);
        }
    }

    /** @param tickets as they are now */
    public static Evidence of(Collection<Ticket> tickets, DeviceCatalogue devices) {
        Evidence evidence = new Evidence();
        tickets.forEach(t -> evidence.changed(null, t, devices));
        return evidence;
    }

    /**
     * Takes in how a ticket has changed, so that an answer that was put right counts once.
     *
     * @param before null for a ticket that was not there
     */
    public void changed(@Nullable Ticket before, Ticket after, DeviceCatalogue devices) {
        if (before == null || !before.attempts().equals(after.attempts()) || !before.facts().equals(after.facts())
                || !Objects.equals(before.identifier(), after.identifier())) {
            if (before != null) {
                count(before, devices, -1);
            }
            count(after, devices, 1);
        }
    }

    private void count(Ticket t, DeviceCatalogue devices, int times) {
        ButtonLayout family = Optional.ofNullable(t.identifier()).flatMap(devices::byIdentifier).map(DeviceModel::family).orElse(null);
        Problem problem = t.problem().orElse(null);
        if (family != null && problem != null) {
            t.attempts().forEach(a -> a.outcome().ifPresent(o -> add(new Case(family, problem, a.step()), o, times)));
        }
    }

    /** Takes in cases that were counted before. @param outcome a stopped attempt is no case */
    public void add(Case of, Attempt.Outcome outcome, int times) {
        if (outcome != Attempt.Outcome.STOPPED) {
            tallies.merge(of, Tally.NONE.plus(outcome, times), (sum, _) -> sum.plus(outcome, times));
        }
    }

    /** The tally of a step; empty when there are fewer cases than {@link #FEWEST} or the family is not known. */
    public Optional<Tally> of(@Nullable ButtonLayout family, Problem problem, String step) {
        return family == null ? Optional.empty()
                : Optional.ofNullable(tallies.get(new Case(Objects.requireNonNull(family), problem, step)))
                .filter(t -> t.cases() >= FEWEST);
    }
}
