package wistaxis.workbench.desk;

import static wistaxis.core.words.Say.t;

import java.security.SecureRandom;
import java.time.Duration;
import java.util.HexFormat;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Input;
import wistaxis.core.restore.Gate;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.signing.Ed25519Key;
import wistaxis.core.signing.SigningRequest;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;
import wistaxis.store.internet.FirmwareService;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.route.Routes;

/**
 * The restore of one ticket: steps the run, proves the firmware file anew, asks for signing, and tells the device what the computer does.
 */
public final class RestoreDesk {
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Life life;
    private final Routes routes;
    private final FirmwareService service;
    private final Supplier<@Nullable Ed25519Key> trusted;
    private final TicketDesk desk;
    private final AtomicBoolean stopped = new AtomicBoolean();
    private @Nullable RestoreRun run;
    private Gate firmwareProof = new Gate.Open();
    private Gate signing = new Gate.Open();
    private boolean signingAsked;
    private boolean starting;
    private int attempt;
    private int runOf;

    public RestoreDesk(Life life, Routes routes, FirmwareService service, Supplier<@Nullable Ed25519Key> trusted, TicketDesk desk) {
        this.life = life;
        this.routes = routes;
        this.service = service;
        this.trusted = trusted;
        this.desk = desk;
    }

    /** The run of the present attempt. */
    public Optional<RestoreRun> run() {
        return Optional.ofNullable(run).filter(_ -> runOf == desk.ticket().attempts().size());
    }

    /** Why it may not be started; empty when it may. */
    public Optional<String> mayNot() {
        return running() || starting ? Optional.of(t("workbench.restore.running")) : routes.rules(desk.ticket())
                .mayStart(routes.readiness(desk.ticket()));
    }

    /** Starts the run. */
    public void start() {
        if (running() || starting) {
            return;
        }
        starting = true;
        desk.give(new Command.StartRun()).thenAccept(result -> {
            starting = false;
            result.then(this::begin);
        });
    }

    private void begin(Ticket ticket) {
        stopped.set(false);
        firmwareProof = new Gate.Open();
        signing = new Gate.Open();
        signingAsked = false;
        int mine = ++attempt;
        run = RestoreRun.begin(RestoreStage.shipped(), life.time().nowNanos());
        runOf = ticket.attempts().size();
        tell();
        life.background().run(() -> desk.firmware().proveAgain(ticket, stopped), report -> {
            if (mine == attempt) {
                firmwareProof = report.verified() ? new Gate.Passed() : new Gate.Refused(report.reason());
            }
        }, e -> firmwareProof = mine == attempt ? new Gate.Refused(t("workbench.restore.file-unreadable", "why", e)) : firmwareProof);
    }

    private void tell() {
        life.changes().tell(Change.Topic.WORK, desk.ticket().number());
    }

    public boolean running() {
        return run != null && (run.state() instanceof RestoreRun.State.Working || run.state() instanceof RestoreRun.State.Waiting);
    }

    /** Stops the run; possible until the device is written to. */
    public void stop() {
        if (mayStop()) {
            desk.give(new Command.StopRun()).thenAccept(result -> result.then(_ -> {
                stopped.set(true);
                run = null;
                tell();
            }));
        }
    }

    public boolean mayStop() {
        return Rules.mayStop(running() ? Objects.requireNonNull(run).current() : null).isEmpty();
    }

    /** Whether the run waits for the device to come up again. */
    boolean comingUp() {
        return run != null && running() && run.current().gate() == RestoreStage.Waits.GREETING;
    }

    /** Bench time left of a run that goes on by itself; zero while it waits for hands or none runs. */
    Duration left() {
        return run != null && run.state() instanceof RestoreRun.State.Working ? Duration.ofNanos(run.leftNanos()) : Duration.ZERO;
    }

    /**
     * The next step of the run is recorded, then done; where recording fails the run stays where it is, the device is told nothing, and
     * it is tried again.
     */
    void tick() {
        RestoreRun before = run;
        if (before == null || !running()) {
            return;
        }
        RestoreRun next = before.step(life.time().nowNanos(), new RestoreRun.Outside(desk.device().computer(), desk.device().screen(),
                firmwareProof, signing));
        boolean goesOn = before.state() instanceof RestoreRun.State.Waiting && next.state() instanceof RestoreRun.State.Working;
        boolean entered = next.state() instanceof RestoreRun.State.Working && (next.stage() != before.stage() || goesOn);
        boolean ended = next.state() instanceof RestoreRun.State.Failed || next.state() instanceof RestoreRun.State.Done;
        if (entered || ended) {
            desk.byItself(new Command.FollowRun(entered ? next.current().id() : null, next.state()))
                    .thenAccept(result -> result.then(_ -> goOn(before, next, entered)));
        } else {
            goOn(before, next, false);
        }
    }

    private void goOn(RestoreRun before, RestoreRun next, boolean entered) {
        run = next;
        if (entered) {
            command(next.current());
        }
        if (next.current().gate() == RestoreStage.Waits.SIGNING && !signingAsked) {
            askForSigning();
        }
        if (entered || before.state().getClass() != next.state().getClass()) {
            tell();
        }
    }

    private void command(RestoreStage stage) {
        switch (stage.command()) {
            case BEGIN -> desk.device().apply(new Input.BeginRestore(), life.time().nowNanos());
            case END -> desk.device().apply(new Input.EndRestore(desk.ticket().keepsData()), life.time().nowNanos());
            case null -> { }
        }
    }

    private void askForSigning() {
        signingAsked = true;
        int mine = attempt;
        byte[] nonce = new byte[16];
        RANDOM.nextBytes(nonce);
        SigningRequest request = new SigningRequest(desk.model().identifier(), Objects.requireNonNull(desk.ticket().build()).build(),
                HexFormat.of().formatHex(nonce));
        life.background().run(() -> service.ask(request).check(request, Objects.requireNonNull(trusted.get())),
                outcome -> {
            if (mine == attempt && running()) {
                desk.byItself(new Command.NoteSigning(outcome.granted(), outcome.says())).thenAccept(result -> {
                    signingAsked = result instanceof Result.Done;
                    result.then(_ -> signing = outcome.granted() ? new Gate.Passed() : new Gate.Refused(outcome.says().words().toString()));
                });
            }
        }, e -> signing = mine == attempt ? new Gate.Refused(String.valueOf(e.getMessage())) : signing);
    }
}
