package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.Route;
import wistaxis.core.route.Unreadables;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ending;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Text;

/**
 * The rules over a ticket as it stands. A refusal is in words, for whoever asked; empty where the thing may be done. What records an answer
 * gives the events to be recorded, in order.
 *
 * @param route as the planner sees it now; null while the problem is not known
 */
public record Rules(Ticket ticket, Unreadables unreadables, @Nullable Route route, HandoverFacts handover) {
    /** What the owner is told before an update. Common practice. */
    private static final String NO_WAY_BACK = "no-way-back";

    /** Why nothing at all may be done, if so. */
    private Optional<String> shut() {
        if (ticket.closed() != null) {
            return Optional.of(t("core.rules.closed", "number", ticket.number(), "how", ticket.closed()));
        }
        return stopped();
    }

    /** Why the job as a whole may not go on: what nobody can read, or what the rules stop. */
    public Optional<String> stopped() {
        return unreadables.stop() ? Optional.of(t("core.rules.unreadable", "why", String.join("; ", unreadables.stops())))
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
            return Optional.of(t("core.rules.no-problem"));
        }
        if (ticket.running()) {
            return Optional.of(t("core.rules.running-step"));
        }
        Route.RouteStep judged = route.judged(step).orElse(null);
        if (judged == null) {
            return Optional.of(t("core.rules.no-such-step", "step", step, "steps", ids(route.steps())));
        }
        if (!judged.open()) {
            return Optional.of(t(judged.status() == Route.Status.REFUSED ? "core.rules.refused" : "core.rules.blocked", "step",
                    judged.step().title(), "why", Text.join(" ", judged.against())));
        }
        return judged.status() == Route.Status.NEEDS_CONSENT && !agreed
                ? Optional.of(t("core.rules.ask-owner", "step", judged.step().title())) : Optional.empty();
    }

    private static List<String> ids(List<Route.RouteStep> steps) {
        return steps.stream().map(r -> r.step().id()).toList();
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
        Route.RouteStep judged = judged(step).orElseThrow();
        if (agreed && judged.status() == Route.Status.NEEDS_CONSENT) {
            events.add(consent(step, true, who, told));
        }
        if (judged.step().writes() && judged.step().keeps() && !NO_WAY_BACK.equals(ticket.facts().get(Intake.TOLD))) {
            events.add(new TicketEvent.FactRecorded(Intake.TOLD, NO_WAY_BACK)); // one that erases says so in the consent
        }
        if (!step.equals(ticket.route()) || over()) {
            events.add(new TicketEvent.RouteChosen(step));
        }
        return events;
    }

    /** The owner's answer about a step, with what it would lose now. */
    public TicketEvent consent(String step, boolean given, String who, String told) {
        return new TicketEvent.ConsentAsked(step, given, who, told, judged(step).map(Route.RouteStep::losses).orElse(List.of()));
    }

    /** Why a step may not be taken against the rules: only what is blocked by one that gives way to a reason may be. */
    Optional<String> mayOverrule(String step) {
        return mayAnswer().or(this::stopped).or(() -> judged(step).filter(Route.RouteStep::overrulable).isPresent() ? Optional.empty()
                : Optional.of(t("core.rules.not-overrulable", "step", step)));
    }

    private Optional<Route.RouteStep> judged(@Nullable String step) {
        return step == null || route == null ? Optional.empty() : route.judged(step);
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
            return Optional.of(t("core.rules.writes-nothing"));
        }
        if (over() || ticket.running()) {
            return Optional.of(ticket.running() ? t("core.rules.already-running")
                    : t("core.rules.attempt-over"));
        }
        if (!settled) {
            return Optional.of(t("core.rules.no-file"));
        }
        if (needsConsent()) {
            return Optional.of(t("core.rules.no-consent"));
        }
        if (!inItsMode()) {
            return Optional.of(t("core.rules.other-mode", "mode", ticket.mode() == null
                    ? t("core.mode.none") : ticket.mode().words(), "wanted", wantedMode().map(Mode::words)
                    .orElse(Text.of("core.mode.none"))));
        }
        return otherOffer().or(() -> readiness.ready() ? Optional.empty() : Optional.of(t("core.rules.not-ready")));
    }

    /** The version that the computer should offer: of the chosen build, else what the route is for; empty where that is not known. */
    public Optional<String> expectedVersion() {
        return Optional.ofNullable(ticket.build()).map(TicketEvent.BuildChosen::version)
                .or(() -> Optional.ofNullable(route).map(Route::target).map(String::valueOf));
    }

    /** Why what the computer offers keeps the run from being started: another version than expected, which nobody has taken. */
    public Optional<String> otherOffer() {
        TicketEvent.VersionOffered offered = ticket.observed().offered();
        return offered == null || offered.taken() ? Optional.empty() : expectedVersion().filter(v -> !v.equals(offered.version()))
                .map(v -> t("core.rules.other-offer", "offered", offered.version(), "expected", v));
    }

    /** Whether the present step erases and the owner has not agreed to all that it would lose now. */
    public boolean needsConsent() {
        return ticket.is(Step::erases) && (!ticket.consentGiven() || judged(ticket.route())
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
    public Optional<Goal> wantedButtons() {
        return step().filter(s -> !s.buttons().isEmpty()).map(s -> ticket.mode() == null ? s.buttons().getFirst() : s.buttons().getLast());
    }

    private Optional<Step> step() {
        return ticket.attempt().flatMap(Attempt::known);
    }

    /** Why a run may not be stopped. @param stage the stage it is in; null when none goes on */
    public static Optional<String> mayStop(@Nullable RestoreStage stage) {
        return stage == null ? Optional.of(t("core.rules.nothing-to-stop"))
                : stage.leaveCable() ? Optional.of(t("core.rules.being-written"))
                : Optional.empty();
    }

    /** Why it may not be said what came of the present attempt. */
    public Optional<String> maySay() {
        if (ticket.closed() != null) {
            return shut();
        }
        return ticket.route() == null ? Optional.of(t("core.rules.no-step-yet"))
                : ticket.running() ? Optional.of(t("core.rules.running-result")) : Optional.empty();
    }

    /** What came of the present attempt. @throws BadInput when that may not be said */
    public List<TicketEvent> say(Attempt.Outcome outcome) {
        refuse(maySay());
        Attempt attempt = ticket.attempt().orElseThrow();
        if (outcome == Attempt.Outcome.STOPPED) {
            throw new BadInput(t("core.rules.stop-by-stopping"));
        }
        if (outcome == Attempt.Outcome.DATA_LOST && !attempt.is(Step::keeps)) {
            throw new NotAllowed(t("core.rules.keeps-none", "step", attempt.step()));
        }
        if (outcome != Attempt.Outcome.DID_NOT_HELP && needsConsent()) {
            throw new NotAllowed(t("core.rules.consent-first"));
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
        if (!check.equals(HandoverFacts.STEP_HELPED)) {
            return List.of(answered);
        }
        boolean helped = answer.equals(HandoverFacts.HELPED);
        List<TicketEvent> events = new ArrayList<>(List.of(answered, new TicketEvent.StepTried(ticket.attempt().orElseThrow().step(),
                helped)));
        Stream.concat(askedAgain(helped), Stream.of(Intake.JUDGED_ON)).filter(ticket.facts()::containsKey)
                .map(TicketEvent.FactWithdrawn::new).forEach(events::add);
        return events;
    }

    /** Whether it helped shows after days of use: the device goes back to its customer until then. */
    List<TicketEvent> judgedLater(LocalDate on) {
        refuse(maySay());
        return List.of(new TicketEvent.FactRecorded(Intake.JUDGED_ON, on.toString()));
    }

    /** What was true before the device was charged, or came up, and the route goes on with: it is asked again. Common practice. */
    private Stream<String> askedAgain(boolean helped) {
        boolean charged = ticket.is(s -> s.id().equals(Step.CHARGE)) && ticket.fact("battery").filter("flat"::equals).isPresent();
        boolean goesOn = helped && ticket.isToBeErased() && ticket.keepsData();
        return Stream.concat(charged ? Stream.of("battery") : Stream.empty(), goesOn ? Stream.of("opens") : Stream.empty());
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
        return handover.after(ticket);
    }

    /** Whether nothing is left but the device itself: every step was taken, or the hardware bench is the one that is. */
    public boolean isForHardware() {
        return ticket.is(Step::isHardware) || (ticket.route() == null || failed()) && route != null && route.exhausted();
    }

    /** Whether the present attempt cured nothing: it did not help, or only prepared what comes. */
    private boolean failed() {
        return ticket.isToGoOn() || ticket.is(Step::prepares);
    }

    /** Why the ticket may not be closed. */
    public Optional<String> mayClose() {
        if (ticket.closed() != null || unreadables.stop()) {
            return shut();
        }
        if (ticket.running()) {
            return Optional.of(t("core.rules.running-now"));
        }
        if (stopped().isPresent() || isForHardware()) {
            return Optional.empty();
        }
        if (ticket.route() == null || failed()) {
            return Optional.of(t("core.rules.steps-left"));
        }
        if (ticket.writesFirmware() && ticket.restored() == null && !Boolean.TRUE.equals(ticket.attempt().orElseThrow().said())) {
            return Optional.of(t("core.rules.step-not-done", "stage", ticket.stage().words()));
        }
        List<Text> unlock = unlockLeft();
        if (!unlock.isEmpty()) {
            return Optional.of(t("core.rules.unlock-left", "left", unlock));
        }
        Optional<String> bad = handover.after(ticket).stream()
                .filter(c -> c.isBad(ticket.checks().get(c.id()))).findFirst()
                .map(c -> t("core.rules.bad-answer", "answer", EventWords.checked(String.valueOf(ticket.checks().get(c.id()))),
                "check", HandoverFacts.says(c, ticket)));
        if (bad.isPresent()) {
            return bad;
        }
        return open().isEmpty() ? Optional.empty()
                : Optional.of(t("core.rules.open-checks", "checks", open().stream().map(c -> c.id() + " " + HandoverFacts.answers(c,
                        ticket))
                .collect(Collectors.joining(", "))));
    }

    /** What a carrier unlock that was taken as a step still lacks: order, confirmation, activation, signal. Common practice. */
    private List<Text> unlockLeft() {
        if (!ticket.is(Step::isCarrierUnlock) || ticket.attempt().filter(Attempt::failed).isPresent()) {
            return List.of();
        }
        List<String> had = ticket.unlockAnswers();
        Map<String, Boolean> is = new LinkedHashMap<>();
        is.put("order", ticket.unlock() != null);
        is.put("unlocked", had.contains("unlocked"));
        is.put("activated", had.stream().anyMatch(a -> a.startsWith("activated")));
        is.put("signal", had.contains("signal"));
        return is.entrySet().stream().filter(e -> !e.getValue()).map(e -> Text.of("core.rules.unlock-" + e.getKey())).toList();
    }

    /** Closes it. @throws BadInput when it may not be closed */
    public TicketEvent close() {
        refuse(mayClose());
        return new TicketEvent.Closed(outcome());
    }

    /** Closes a ticket that cannot be read. @throws NotAllowed for one that can */
    TicketEvent closeUnreadable() {
        refuse(mayAnswer().or(() -> unreadables.stop() ? Optional.empty()
                : Optional.of(t("core.rules.readable"))));
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
            return new Next(t("core.next.closed"), false);
        }
        Optional<String> stopped = stopped();
        if (stopped.isPresent()) {
            return new Next(t("core.next.stop", "why", stopped.get()), true);
        }
        if (isOut()) {
            return new Next(t("core.next.enter-again"), true);
        }
        if (ticket.running()) {
            return new Next(t(ticket.isObserved() ? "core.next.computer-runs" : "core.next.runs", "stage",
                    Text.named("facts.stage.", String.valueOf(ticket.restoreStage()))), false);
        }
        return new Next(switch (ticket.stage()) {
            case INTAKE -> t("core.next.ask");
            case IDENTIFY -> t("core.next.model");
            case ROUTE -> stepNext();
            case FIRMWARE -> t("core.next.firmware");
            case KEYS -> t("core.next.mode", "mode", wantedMode().map(Mode::words).orElse(Text.of("core.mode.any")));
            case RESTORE -> needsConsent() ? t("core.next.ask-owner") : t("core.next.start");
            case HANDOVER -> Intake.judgedOn(ticket).isPresent() ? t("core.next.judged", "on", Intake.judgedOn(ticket).get())
                    : !unlockLeft().isEmpty() ? t("core.next.unlock", "left", unlockLeft().getFirst())
                    : isForHardware() ? t("core.next.hardware")
                    : open().isEmpty() ? t("core.next.close") : t("core.next.check", "check", open().getFirst().says());
            case CLOSED -> t("core.next.closed");
        }, Intake.judgedOn(ticket).isEmpty() && !waitsForCarrier());
    }

    private boolean waitsForCarrier() {
        return ticket.is(Step::isCarrierUnlock) && ticket.unlock() != null && ticket.unlockAnswers().isEmpty();
    }

    /** Whether a run goes on whose device has left the mode that the computer still needs it in. */
    private boolean isOut() {
        return ticket.isObserved() && ticket.running() && ticket.mode() == null
                && ComputerStage.byId(String.valueOf(ticket.restoreStage())).filter(ComputerStage::mode).isPresent();
    }

    private String stepNext() {
        if (isForHardware()) {
            return t("core.next.no-steps");
        }
        return route == null ? t("core.next.ask") : route.recommended().map(r -> t("core.next.take", "step", r.step().title()))
                .orElse(t("core.next.blocked"));
    }
}
