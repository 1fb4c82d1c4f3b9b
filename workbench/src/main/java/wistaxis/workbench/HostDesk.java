package wistaxis.workbench;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.Range;
import wistaxis.core.facts.BadInput;
import wistaxis.core.keys.HostView;
import wistaxis.core.restore.HostRun;
import wistaxis.core.restore.HostTroubles;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Sightings;

/**
 * The restore of a real ticket, done by the host's own program: what the technician sees there is written down, and what it means is
 * said.
 */
public final class HostDesk {
    private final Workbench bench;
    private final TicketDesk desk;

    HostDesk(Workbench bench, TicketDesk desk) {
        this.bench = bench;
        this.desk = desk;
    }

    /** The run that goes on. */
    public Optional<HostRun> run() {
        return HostRun.of(desk.ticket(), this::measured, bench.now());
    }

    /** How long a stage took here; the simulated runs of practice say nothing of a real host. */
    private Optional<Range> measured(String stage) {
        return bench.world().simulated() ? Optional.empty() : bench.stock().history().measured(desk.model().family(), stage);
    }

    /** Why it may not be started; empty when it may. */
    public Optional<String> mayNot() {
        Ticket ticket = desk.ticket();
        return bench.usb().contradiction(ticket).or(() -> bench.usb().unconfirmed(ticket))
                .or(() -> bench.stock().notAsVerified(ticket))
                .or(() -> bench.routes().rules(ticket).mayStart(bench.routes().readiness(ticket)));
    }

    /** The host's program was told to begin. @throws BadInput when it may not, with the reason */
    public CompletableFuture<Ticket> start() {
        mayNot().ifPresent(why -> {
            throw new BadInput(why);
        });
        return desk.record(Sightings.start(desk.ticket(), desk.ticket().observed().hostFetches()));
    }

    /** The next stage was seen to begin; at the last it is nothing. */
    public void next() {
        run().flatMap(HostRun::next).ifPresent(s -> stage(s.id()));
    }

    /** A stage was seen to begin. */
    public CompletableFuture<Ticket> stage(String id) {
        return desk.record(Sightings.stage(desk.ticket(), id));
    }

    /** The device greets, or is up again. @param version as it shows it or the host said */
    public CompletableFuture<Ticket> written(String version) {
        return desk.record(Sightings.written(desk.ticket(), version));
    }

    public CompletableFuture<Ticket> stopped(String why) {
        return desk.record(Sightings.stopped(desk.ticket(), why));
    }

    /** The host says that this version is not signed for the device. @param words as it showed them; empty for none */
    public CompletableFuture<Ticket> notSigned(String words) {
        return desk.record(Sightings.notSigned(desk.ticket(), words));
    }

    /** The host shows so many minutes left. */
    public CompletableFuture<Ticket> left(int minutes) {
        return desk.record(Sightings.left(desk.ticket(), minutes));
    }

    public CompletableFuture<Ticket> trouble(String kind, String words) {
        return desk.record(Sightings.trouble(desk.ticket(), kind, words));
    }

    public CompletableFuture<Ticket> tried(String step, boolean helped) {
        return desk.record(Sightings.tried(desk.ticket(), step, helped));
    }

    /** Who brings the firmware: the host by itself, or the proven package here. */
    public CompletableFuture<Ticket> firmwareFrom(String source) {
        return desk.record(new TicketEvent.FirmwareFrom(source));
    }

    /** What was tried here before for the present trouble, by try; the best first. */
    public Map<String, HostTroubles.Tried> before() {
        return desk.ticket().observed().trouble()
                .map(t -> HostTroubles.before(t.kind(), t.words(), bench.learned().tried(t.kind(), desk.ticket().number())))
                .orElse(Map.of());
    }

    /** Something was seen, and said. */
    public CompletableFuture<Ticket> saw(@Nullable String screen, @Nullable HostView host) {
        Sightings.contradiction(screen, host).ifPresent(why -> {
            throw new BadInput(why);
        });
        List<TicketEvent> events = Sightings.saw(desk.ticket(), screen, host, Sightings.Source.TOLD);
        return desk.record(events);
    }
}
