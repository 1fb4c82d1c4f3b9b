package wistaxis.workbench.page;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.Evidence;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.core.work.Rules;
import wistaxis.store.people.People;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.plan.Quote;
import wistaxis.workbench.route.Routes;

/**
 * The route of a ticket as it stands: the route, what may be done on each step, and what stands beside it.
 *
 * @param forHardware whether no step is left
 * @param tried what was tried, in words
 * @param mayClose whether the ticket may end here
 * @param backups what comes back; empty where no version and no backup is known of
 * @param readies whether a step that needs a computer is open or taken
 * @param unlocks whether a carrier unlock is ordered or taken, or may be ordered as well
 */
public record RoutePage(Ticket of, Route route, List<RouteStep> steps, boolean forHardware, Text tried, boolean mayClose,
        Optional<BackupPlan> backups, boolean readies, Unlocks unlocks) {
    /** What may be done on a step. */
    public enum Act { TAKE, ONCE_MORE, ASK_AGAIN, OVERRULE, DID_NOT_HELP, GO_ON, COACH }

    public enum Unlocks { SHOWN, OFFERED, NONE }

    /**
     * A step.
     *
     * @param taken whether it is the one that is being worked on
     * @param reasons those that are not said for all of them
     * @param evidence how often it helped here
     * @param quote how long it takes here
     */
    public record RouteStep(Route.RouteStep of, boolean taken, boolean recommended, List<Text> reasons, Optional<Evidence.Tally> evidence,
            Quote quote, Set<Act> acts) {
        public Step step() {
            return of.step();
        }

        public boolean may(Act act) {
            return acts.contains(act);
        }
    }

    /** Empty while the problem is not known. */
    public static Optional<RoutePage> of(Ticket t, Routes routes) {
        Rules rules = routes.rules(t);
        return routes.route(t).map(route -> {
            List<RouteStep> steps = route.steps().stream().map(r -> judged(t, r, route, routes, rules)).toList();
            boolean goes = route.stop() == null;
            boolean ends = t.closed() == null && t.stage() == Stage.ROUTE;
            boolean unlocks = t.unlock() != null || t.is(Step::isCarrierUnlock);
            return new RoutePage(t, route, steps, ends && goes && rules.isForHardware(), rules.tried(),
                    ends && rules.mayClose().isEmpty(),
                    route.target() == null && route.backups().isEmpty() ? Optional.empty() : routes.backups(t),
                    goes && steps.stream().anyMatch(r -> r.step().computer() && (r.of().open() || r.step().id().equals(t.route()))),
                    unlocks ? Unlocks.SHOWN : goes && steps.stream().noneMatch(r -> r.step().isCarrierUnlock()) ? Unlocks.OFFERED
                            : Unlocks.NONE);
        });
    }

    private static RouteStep judged(Ticket t, Route.RouteStep r, Route route, Routes routes, Rules rules) {
        Step step = r.step();
        boolean taken = step.id().equals(t.route()) && !t.isToGoOn();
        Set<Act> acts = EnumSet.noneOf(Act.class);
        if (taken) {
            add(acts, Act.ASK_AGAIN, rules.needsConsent());
            add(acts, Act.DID_NOT_HELP, step.writes() && rules.maySay().isEmpty());
            add(acts, Act.GO_ON, t.guide().filter(w -> !w.over()).isPresent());
            add(acts, Act.COACH, step.isButtonsAlone());
        } else {
            add(acts, r.done() ? Act.ONCE_MORE : Act.TAKE, r.open());
        }
        add(acts, Act.OVERRULE, r.overrulable());
        List<Text> said = route.commonReasons();
        return new RouteStep(r, taken, route.recommended().filter(r::equals).isPresent(),
                r.reasons().stream().filter(why -> !why.equals(route.stop()) && !said.contains(why)).toList(),
                routes.evidence(t, step.id()), routes.quote(t, step), acts);
    }

    private static void add(Set<Act> acts, Act act, boolean may) {
        if (may) {
            acts.add(act);
        }
    }

    /** Other devices that the same customer sells, where a step only waits for the owner: one consent can be for all of them. */
    public static List<Ticket> lot(Workbench bench, Ticket ticket, String step) {
        Optional<People.Person> owner = bench.people().of(ticket.number());
        return owner.isEmpty() || !ticket.leavesOwner() ? List.of() : bench.tickets().open().stream()
                .filter(o -> !o.number().equals(ticket.number()) && o.leavesOwner()
                        && bench.people().of(o.number()).filter(p -> p.isSame(owner.get())).isPresent())
                .filter(o -> bench.routes().route(o).flatMap(r -> r.judged(step)).filter(r -> r.status() == Route.Status.NEEDS_CONSENT)
                        .isPresent()).toList();
    }
}
