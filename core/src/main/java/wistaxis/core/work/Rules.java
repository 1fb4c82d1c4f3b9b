package wistaxis.core.work;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.Mode;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.Oddities;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ending;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Text;

/**
 * The rules over a ticket as it stands. A refusal is in words, for whoever asked; empty where the thing may be done. What records an answer
 * gives the events to be recorded, in order.
 *
 * @param route as the planner sees it now; null while the trouble is not known
 */
public record Rules(Ticket ticket, Oddities oddities, @Nullable Route route, HandoverFacts handover) {
    /** Why nothing at all may be done, if so. */
    private Optional<String> shut() {
        if (ticket.closed() != null) {
            return Optional.of("Ticket [" + ticket.number() + "] is closed: " + ticket.closed() + ".");
        }
        return stopped();
    }

    /** Why the job as a whole may not go on: what nobody can read, or what the rules stop. */
    public Optional<String> stopped() {
        return oddities.stop() ? Optional.of("Odd: " + String.join("; ", oddities.stops()))
                : route == null ? Optional.empty() : Optional.ofNullable(route.stop()).map(Text::toString);
    }

    /** Why an answer of the intake may not be recorded. */
    public Optional<String> mayAnswer() {
        return ticket.closed() != null ? shut() : Optional.empty();
    }

    /** Why a step may not be taken. @param agreed whether the owner's agreement comes with it */
    public Optional<String> mayChoose(String step, boolean agreed) {
        Optional<String> shut = shut();
        if (shut.isPresent()) {
            return shut;
        }
        if (route == null) {
            return Optional.of("The trouble is not known yet; ask what is wrong first.");
        }
        if (ticket.running()) {
            return Optional.of("A run goes on; it has to end, or be stopped, before another step is taken.");
        }
        Route.Rung rung = route.rung(step).orElse(null);
        if (rung == null) {
            return Optional.of("Step [" + step + "] is not on this ladder; there are " + ids(route.rungs()) + ".");
        }
        if (!rung.open()) {
            return Optional.of(rung.step().title() + " is " + (rung.status() == Route.Status.REFUSED ? "refused" : "blocked") + ": "
                    + rung.against().stream().map(Text::toString).collect(Collectors.joining(" ")));
        }
        return rung.status() == Route.Status.NEEDS_CONSENT && !agreed
                ? Optional.of(rung.step().title() + " erases everything: ask the owner first, "
                + "and write down who agreed and what was said about the backup.") : Optional.empty();
    }

    private static List<String> ids(List<Route.Rung> rungs) {
        return rungs.stream().map(r -> r.step().id()).toList();
    }

    /** Whether the present attempt is over, so that the same step again is another one. */
    private boolean over() {
        return ticket.attempt().filter(a -> a.said() != null || a.written() != null).isPresent();
    }

    /**
     * Takes a step; where it is the present one already and is not over, the owner's agreement is all that is recorded.
     *
     * @param who who agreed to the erase; null where nobody was asked
     * @param told what was said about the backup
     * @throws NotAllowed when it may not be taken, with the reason
     */
    public List<TicketEvent> choose(String step, @Nullable String who, @Nullable String told) {
        boolean agreed = who != null && told != null;
        refuse(mayChoose(step, agreed));
        List<TicketEvent> events = new ArrayList<>();
        Route.Rung rung = rung(step).orElseThrow();
        if (agreed && rung.status() == Route.Status.NEEDS_CONSENT) {
            events.add(consent(step, true, who, told));
        }
        if (!step.equals(ticket.route()) || over()) {
            events.add(new TicketEvent.RouteChosen(step));
        }
        return events;
    }

    /** The owner's answer about a step, with what it would lose now. */
    public TicketEvent consent(String step, boolean given, String who, String told) {
        return new TicketEvent.ConsentAsked(step, given, who, told, rung(step).map(Route.Rung::losses).orElse(List.of()));
    }

    /** Why a step may not be taken against the rules: only what is blocked by one that gives way to a reason may be. */
    Optional<String> mayOverrule(String step) {
        return mayAnswer().or(this::stopped).or(() -> rung(step).filter(Route.Rung::overrulable).isPresent() ? Optional.empty()
                : Optional.of("Step [" + step + "] is not blocked by anything that could be overruled."));
    }

    private Optional<Route.Rung> rung(@Nullable String step) {
        return step == null || route == null ? Optional.empty() : route.rung(step);
    }

    /** Why the run of the present attempt may not be started. */
    public Optional<String> mayStart(Readiness readiness) {
        return mayStart(readiness, ticket.firmwareSettled());
    }

    /** The same. @param settled whether nothing more has to be fetched here */
    public Optional<String> mayStart(Readiness readiness, boolean settled) {
        Optional<String> shut = shut();
        Attempt attempt = ticket.attempt().orElse(null);
        if (shut.isPresent()) {
            return shut;
        }
        if (attempt == null || !attempt.is(Step::writes)) {
            return Optional.of("The step that was taken writes nothing; take one that does.");
        }
        if (over() || ticket.running()) {
            return Optional.of(ticket.running() ? "A run goes on already."
                    : "This attempt is over; take the step once more, or another one.");
        }
        if (!settled) {
            return Optional.of("No package is proven for it.");
        }
        if (needsConsent()) {
            return Optional.of("The owner has not agreed to what would be lost now.");
        }
        if (!inItsMode()) {
            return Optional.of("The device is " + (ticket.mode() == null ? "in no mode" : "in " + ticket.mode()) + ", and this step needs "
                    + wantedMode().map(Mode::word).orElse("none") + ".");
        }
        return readiness.ready() ? Optional.empty() : Optional.of("Bench and host are not ready.");
    }

    /** Whether the present step erases and the owner has not agreed to all that it would lose now. */
    public boolean needsConsent() {
        return ticket.is(Step::erases) && (!ticket.consentGiven() || rung(ticket.route())
                .filter(r -> r.status() == Route.Status.NEEDS_CONSENT).isPresent());
    }

    /** Whether the step that was taken writes, and the device is in the mode that it needs. */
    public boolean inItsMode() {
        return ticket.is(s -> s.writes() && s.fits(ticket.mode()));
    }

    /** The mode that the present step wants the device in; empty for none. */
    public Optional<Mode> wantedMode() {
        return step().map(Step::mode);
    }

    /** What the present step asks of the keys now: what leads out again once the device is in; empty for a step without keys. */
    public Optional<Goal> wantedKeys() {
        return step().filter(s -> !s.keys().isEmpty()).map(s -> ticket.mode() == null ? s.keys().getFirst() : s.keys().getLast());
    }

    private Optional<Step> step() {
        return ticket.attempt().flatMap(Attempt::known);
    }

    /** Why a run may not be stopped. @param stage the stage it is in; null when none goes on */
    public static Optional<String> mayStop(@Nullable RestoreStage stage) {
        return stage == null ? Optional.of("Nothing goes on that could be stopped.")
                : stage.leaveCable() ? Optional.of("The device is being written to: leave the cable until that is over.")
                : Optional.empty();
    }

    /** Why it may not be said what came of the present attempt. */
    public Optional<String> maySay() {
        if (ticket.closed() != null) {
            return shut();
        }
        return ticket.route() == null ? Optional.of("No step was taken yet, so nothing can have come of it.")
                : ticket.running() ? Optional.of("A run goes on; what came of it is said when it has ended.") : Optional.empty();
    }

    /** What came of the present attempt. @throws BadInput when that may not be said */
    public List<TicketEvent> say(Attempt.Outcome outcome) {
        refuse(maySay());
        Attempt attempt = ticket.attempt().orElseThrow();
        if (outcome == Attempt.Outcome.STOPPED) {
            throw new BadInput("An attempt is stopped by stopping its run; write helped, did-not-help or data-lost.");
        }
        if (outcome == Attempt.Outcome.DATA_LOST && !attempt.is(Step::keeps)) {
            throw new NotAllowed("Step [" + attempt.step() + "] keeps no data that could be lost; write helped or did-not-help.");
        }
        if (outcome != Attempt.Outcome.DID_NOT_HELP && needsConsent()) {
            throw new NotAllowed("The owner has not agreed to the erase; take the step with the owner's consent first.");
        }
        List<TicketEvent> events = new ArrayList<>();
        if (outcome == Attempt.Outcome.DATA_LOST) {
            events.add(new TicketEvent.CheckAnswered(Attempt.DATA_THERE, Attempt.DATA_GONE));
        }
        events.addAll(check(HandoverFacts.STEP_HELPED, outcome == Attempt.Outcome.DID_NOT_HELP ? HandoverFacts.DID_NOT_HELP
                : HandoverFacts.HELPED));
        return events;
    }

    /** An answer of the handover: whether it helped is what came of the attempt. @throws BadInput for an answer that may not be given */
    public List<TicketEvent> check(String check, String answer) {
        refuse(maySay());
        TicketEvent answered = new TicketEvent.CheckAnswered(check, answer);
        return check.equals(HandoverFacts.STEP_HELPED)
                ? List.of(answered, new TicketEvent.StepTried(ticket.attempt().orElseThrow().step(), answer.equals(HandoverFacts.HELPED)))
                : List.of(answered);
    }

    /** Whether a check belongs to the handover of the present attempt. */
    boolean asks(String check) {
        return checks().stream().anyMatch(c -> c.id().equals(check));
    }

    /** The checks of the present attempt that nobody has answered. */
    public List<HandoverFacts.Check> open() {
        return checks().stream().filter(c -> !ticket.checks().containsKey(c.id())).toList();
    }

    private List<HandoverFacts.Check> checks() {
        return ticket.attempt().map(handover::after).orElse(List.of());
    }

    /** Whether nothing is left but the device itself: every rung was taken, or the hardware bench is the one that is. */
    public boolean isForHardware() {
        return ticket.is(Step::isHardware) || (ticket.route() == null || failed()) && route != null && route.exhausted();
    }

    /** Whether the present attempt cured nothing: it did not help, or only prepared what comes. */
    private boolean failed() {
        return ticket.attempt().filter(a -> a.failed() || a.is(Step::prepares)).isPresent();
    }

    /** Why the ticket may not be closed. */
    public Optional<String> mayClose() {
        if (ticket.closed() != null || oddities.stop()) {
            return shut();
        }
        if (ticket.running()) {
            return Optional.of("A run goes on.");
        }
        if (stopped().isPresent() || isForHardware()) {
            return Optional.empty();
        }
        if (ticket.route() == null || failed()) {
            return Optional.of("Nothing has helped yet, and there is a rung left: take it first.");
        }
        if (ticket.writesFirmware() && ticket.restored() == null && !Boolean.TRUE.equals(ticket.attempt().orElseThrow().said())) {
            return Optional.of("The step that was taken is not done: " + ticket.stage().words() + " comes first.");
        }
        Optional<String> bad = ticket.attempt().map(handover::after).orElse(List.of()).stream()
                .filter(c -> c.isBad(ticket.checks().get(c.id()))).findFirst()
                .map(c -> "Answered with [" + ticket.checks().get(c.id()) + "]: " + HandoverFacts.says(c, ticket)
                + " Look again, or say that the step did not help.");
        if (bad.isPresent()) {
            return bad;
        }
        return open().isEmpty() ? Optional.empty()
                : Optional.of("Still to ask: " + open().stream().map(c -> c.id() + " " + c.answers()).collect(Collectors.joining(", "))
                + ".");
    }

    /** Closes it. @throws BadInput when it may not be closed */
    public TicketEvent close() {
        refuse(mayClose());
        return new TicketEvent.Closed(outcome());
    }

    /** Closes a ticket that cannot be read. @throws NotAllowed for one that can */
    TicketEvent closeUnreadable() {
        refuse(mayAnswer().or(() -> oddities.stop() ? Optional.empty()
                : Optional.of("This ticket can be read; close it when its work is done.")));
        return new TicketEvent.Closed(Said.of("unreadable"));
    }

    /** What the ticket is closed with. */
    private Said outcome() {
        if (stopped().isPresent()) {
            return Said.of("not-done", "why", stopped().get());
        }
        if (isForHardware()) {
            return Ending.toHardware(ticket);
        }
        Attempt last = ticket.attempt().orElseThrow();
        return last.written() == null ? Ending.done(last)
                : Said.of((last.is(Step::keeps) ? "updated" : "restored") + (last.lostData() ? "-data-gone" : ""), "version",
                last.written());
    }

    /** All that was tried, in words. */
    public Text tried() {
        return Ending.words(ticket);
    }

    private static void refuse(Optional<String> why) {
        why.ifPresent(w -> {
            throw new NotAllowed(w);
        });
    }

    /** What comes next. */
    public Next next() {
        if (ticket.closed() != null) {
            return new Next("The ticket is closed.", false);
        }
        Optional<String> stopped = stopped();
        if (stopped.isPresent()) {
            return new Next("Stop: " + stopped.get(), true);
        }
        if (ticket.running()) {
            return new Next((ticket.isObserved() ? "The host works, last seen at: " : "The run goes on by itself: ")
                    + ticket.restoreStage() + ".", false);
        }
        return new Next(switch (ticket.stage()) {
            case INTAKE -> "Ask what is wrong with it.";
            case IDENTIFY -> "Find out which model it is.";
            case ROUTE -> rungNext();
            case FIRMWARE -> "Choose a build, fetch it and have its package proven.";
            case KEYS -> "Put it into " + wantedMode().map(Mode::word).orElse("its mode") + " with the keys.";
            case RESTORE -> needsConsent() ? "Ask the owner: more would be lost now than was said." : "Start the run.";
            case HANDOVER -> isForHardware() ? "Hand it to the hardware bench, with all that was tried; then close the ticket."
                    : open().isEmpty() ? "Everything is asked: close the ticket." : "Ask: " + open().getFirst().says();
            case CLOSED -> "The ticket is closed.";
        }, true);
    }

    private String rungNext() {
        if (isForHardware()) {
            return "No rung is left: to the hardware bench, with all that was tried.";
        }
        return route == null ? "Ask what is wrong with it." : route.recommended().map(r -> "Take the step: " + r.step().title() + ".")
                .orElse("No step is open: settle what blocks them.");
    }
}
