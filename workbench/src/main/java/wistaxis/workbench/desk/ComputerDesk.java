package wistaxis.workbench.desk;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import wistaxis.core.restore.ComputerProblems;
import wistaxis.core.restore.ComputerRun;
import wistaxis.core.restore.DropOut;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Around;
import wistaxis.core.work.Command;
import wistaxis.store.ledger.LedgerTables;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Learned;
import wistaxis.workbench.ticket.Runs;

/**
 * The restore of a real ticket, done by the restore program: what the technician sees there is written down, and what it means is
 * said.
 */
public final class ComputerDesk {
    private final Life life;
    private final Routes routes;
    private final Supplier<Runs> runs;
    private final Learned learned;
    private final Around around;
    private final TicketDesk desk;

    public ComputerDesk(Life life, Routes routes, Supplier<Runs> runs, Learned learned, Around around, TicketDesk desk) {
        this.life = life;
        this.routes = routes;
        this.runs = runs;
        this.learned = learned;
        this.around = around;
        this.desk = desk;
    }

    /** The run that goes on. */
    public Optional<ComputerRun> run() {
        return runs.get().of(desk.ticket(), life.now());
    }

    /** When the device drops out of recovery although the computer needs it there; empty where it does not. */
    public Optional<DropOut> dropOut() {
        return runs.get().dropOut(desk.ticket(), life.now());
    }

    /** Why it may not be started; empty when it may. */
    public Optional<String> mayNot() {
        Ticket ticket = desk.ticket();
        return around.doubt(ticket, ticket.observed().computerFetches())
                .or(() -> routes.rules(ticket).mayStart(routes.readiness(ticket)));
    }

    /** The restore program was told to begin. */
    public CompletableFuture<Result> start() {
        return desk.give(new Command.StartRestore(desk.ticket().observed().computerFetches()));
    }

    /** The next stage was seen to begin; at the last it is nothing. */
    public void next() {
        run().flatMap(ComputerRun::next).ifPresent(s -> desk.give(new Command.ReachStage(s.id(), null)));
    }

    /** What was tried here before for the present problem, by try; the best first. */
    public Map<String, ComputerProblems.Tried> before() {
        return desk.ticket().observed().problem()
                .map(t -> ComputerProblems.before(t.kind(), t.words(), learned.tried(t.kind(), desk.ticket().number())))
                .orElse(Map.of());
    }

    /** The version that a computer wrote on this model last, here. */
    public Optional<LedgerTables.Written> written() {
        return learned.written(desk.model().identifier());
    }
}
