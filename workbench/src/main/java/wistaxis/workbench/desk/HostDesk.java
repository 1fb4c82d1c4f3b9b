package wistaxis.workbench.desk;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import wistaxis.core.restore.HostRun;
import wistaxis.core.restore.HostTroubles;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.Range;
import wistaxis.core.work.Around;
import wistaxis.core.work.Command;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Learned;

/**
 * The restore of a real ticket, done by the host's own program: what the technician sees there is written down, and what it means is
 * said.
 */
public final class HostDesk {
    private final Life life;
    private final Routes routes;
    private final Stock stock;
    private final Learned learned;
    private final Around around;
    private final TicketDesk desk;

    public HostDesk(Life life, Routes routes, Stock stock, Learned learned, Around around, TicketDesk desk) {
        this.life = life;
        this.routes = routes;
        this.stock = stock;
        this.learned = learned;
        this.around = around;
        this.desk = desk;
    }

    /** The run that goes on. */
    public Optional<HostRun> run() {
        return HostRun.of(desk.ticket(), this::measured, life.now());
    }

    /** How long a stage took here; the simulated runs of practice say nothing of a real host. */
    private Optional<Range> measured(String stage) {
        return life.simulated() ? Optional.empty() : stock.history().measured(desk.model().family(), stage);
    }

    /** Why it may not be started; empty when it may. */
    public Optional<String> mayNot() {
        Ticket ticket = desk.ticket();
        return around.doubt(ticket, ticket.observed().hostFetches())
                .or(() -> routes.rules(ticket).mayStart(routes.readiness(ticket)));
    }

    /** The host's program was told to begin. */
    public CompletableFuture<Result> start() {
        return desk.give(new Command.StartHost(desk.ticket().observed().hostFetches()));
    }

    /** The next stage was seen to begin; at the last it is nothing. */
    public void next() {
        run().flatMap(HostRun::next).ifPresent(s -> desk.give(new Command.ReachStage(s.id(), null)));
    }

    /** What was tried here before for the present trouble, by try; the best first. */
    public Map<String, HostTroubles.Tried> before() {
        return desk.ticket().observed().trouble()
                .map(t -> HostTroubles.before(t.kind(), t.words(), learned.tried(t.kind(), desk.ticket().number())))
                .orElse(Map.of());
    }
}
