package wistaxis.workbench.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.Leftover;
import wistaxis.core.firmware.RateMeter;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.store.files.Inside;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.internet.DownloadQueue;
import wistaxis.store.internet.FirmwareService;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Tickets;

/**
 * What is fetched for the tickets of the bench, and what has come of it before. JavaFX thread only; the downloads themselves run in the
 * background.
 */
public final class Downloads implements AutoCloseable {
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);

    private final Life life;
    private final Tickets tickets;
    private final Commands.Giver giver;
    private final Predicate<Ticket> stopped;
    private final BiConsumer<Path, List<String>> came;
    private final FirmwareFolder firmwareFolder;
    private final DownloadQueue queue;
    private final Map<String, Fetch> seen = new HashMap<>();
    private final Map<String, RateMeter> meters = new HashMap<>();
    private final Map<String, Leftover> leftovers = new TreeMap<>();
    private String problem = "";

    /**
     * @param stopped whether nothing may be written on a ticket
     * @param came told of a file that is whole, with the tickets that want it
     */
    public Downloads(Life life, Tickets tickets, Commands.Giver giver, FirmwareService service, FirmwareFolder firmwareFolder,
            Predicate<Ticket> stopped,
            BiConsumer<Path, List<String>> came) {
        this.life = life;
        this.tickets = tickets;
        this.giver = giver;
        this.stopped = stopped;
        this.came = came;
        this.firmwareFolder = firmwareFolder;
        this.queue = new DownloadQueue(service, FIRST_PAUSE);
        try {
            DownloadQueue.leftovers(firmwareFolder.folder()).forEach(l -> leftovers.put(l.sha256(), l));
        } catch (IOException e) {
            problem = t("workbench.download.earlier", "why", e.getMessage());
        }
    }

    /** What went wrong last, in words; empty when nothing did. */
    public String problem() {
        return problem;
    }

    /** All downloads, in their order. */
    public List<Fetch> fetches() {
        return queue.states();
    }

    /** A download of a firmware file, for whichever ticket. */
    public Optional<Fetch> fetch(@Nullable String sha256) {
        return sha256 == null ? Optional.empty() : queue.state(sha256);
    }

    /** What has come of a firmware file before; empty where nobody has told its digest. */
    private Optional<Leftover> leftover(@Nullable String sha256) {
        return Optional.ofNullable(sha256).map(leftovers::get);
    }

    /** What has come of downloads before the program ended, and that nobody goes on with yet. */
    public Collection<Leftover> leftovers() {
        return List.copyOf(leftovers.values());
    }

    /** Open tickets that have chosen the firmware file of such a digest. */
    public List<Ticket> wanting(String sha256) {
        return tickets.open().stream().filter(t -> t.hasChosen(sha256)).toList();
    }

    /** Where the firmware file of a build is put: beside what has come of it already. */
    public Path file(String identifier, Build build) {
        return fetch(build.sha256()).map(Fetch::file).or(() -> leftover(build.sha256()).map(Leftover::file))
                .orElseGet(() -> Inside.file(firmwareFolder.folder(), Build.fileName(identifier, build.build())));
    }

    /** Starts, or goes on with, a download for a ticket. @throws BadInput for a build that no library serves */
    public void want(Build build, String identifier, String ticket) {
        queue.want(build, file(identifier, build), ticket);
        Optional.ofNullable(build.sha256()).ifPresent(leftovers::remove);
    }

    /** Bytes of the firmware file that a ticket has chosen, in the firmware folder or come so far. */
    public long here(Ticket t) {
        TicketEvent.BuildChosen b = t.build();
        if (b == null || t.identifier() == null) {
            return 0;
        }
        return fetch(b.sha256()).map(Fetch::bytes)
                .orElseGet(() -> firmwareFolder.find(t.identifier(), b.version(), b.build()).filter(i -> i.bytes() == b.sizeBytes())
                .map(_ -> b.sizeBytes())
                .orElseGet(() -> leftover(b.sha256()).map(l -> Math.min(b.sizeBytes(), l.bytes())).orElse(0L)));
    }

    /** Throws away what has come of a download that does not run. */
    public void throwAway(String sha256) {
        try {
            queue.throwAway(sha256);
            Leftover left = leftovers.remove(sha256);
            if (left != null) {
                DownloadQueue.throwAway(left);
            }
        } catch (IOException e) {
            problem = t("workbench.download.not-deleted", "why", e.getMessage());
        }
        seen.remove(sha256);
        life.changes().tell(Change.Topic.STOCK);
    }

    public void pause(Build build) {
        Optional.ofNullable(build.sha256()).ifPresent(queue::pause);
        life.changes().tell(Change.Topic.STOCK);
    }

    public void resume(Build build) {
        Optional.ofNullable(build.sha256()).ifPresent(queue::resume);
        life.changes().tell(Change.Topic.STOCK);
    }

    /** Puts a download before all others. */
    public void first(Build build) {
        Optional.ofNullable(build.sha256()).ifPresent(queue::first);
        life.changes().tell(Change.Topic.STOCK);
    }

    /** @param bytesPerSecond what all downloads together may take of the line; 0 for all of it */
    public void limit(long bytesPerSecond) {
        queue.share().limit(bytesPerSecond);
    }

    /** The rate of a running download. */
    public RateMeter meter(String sha256) {
        return meters.computeIfAbsent(sha256, _ -> new RateMeter());
    }

    /** Follows the downloads: writes down what they do on the tickets they serve, and proves what has come whole. */
    public void tick() {
        for (Fetch s : queue.states()) {
            String sha = s.build().sha256();
            if (s.phase() == Fetch.Phase.RUNNING) {
                meter(sha).mark(System.nanoTime(), s.bytes());
            }
            Fetch before = seen.put(sha, s);
            if (before == null || before.phase() != s.phase()) {
                turned(s);
                life.changes().tell(Change.Topic.STOCK);
            } else if (!before.why().equals(s.why())) {
                life.changes().tell(Change.Topic.STOCK);
            }
        }
    }

    private void turned(Fetch s) {
        Build b = s.build();
        switch (s.phase()) {
            case RUNNING -> {
                meters.remove(b.sha256());
                open(s).forEach(t -> giver.byItself(t, new Command.DownloadRuns(b.build(), s.bytes())));
            }
            case PAUSED -> open(s).forEach(t -> giver.byItself(t, new Command.DownloadStops(b.build(), s.bytes(),
                    Said.of("core.stopped.by-hand"))));
            case BROKEN -> open(s).forEach(t -> giver.byItself(t, new Command.DownloadStops(b.build(), s.bytes(),
                    Said.sentence(s.why()))));
            case WHOLE -> whole(s);
            case WAITING -> { }
        }
    }

    /** The tickets that a download serves and that can still be written on. */
    private Stream<String> open(Fetch s) {
        return s.tickets().stream().map(tickets::of).filter(t -> t.closed() == null && !stopped.test(t)).map(Ticket::number);
    }

    /** Who has chosen another build meanwhile, or is closed, hears nothing of this one. */
    private void whole(Fetch s) {
        List<String> served = open(s).toList();
        if (s.moved() > 0 && !served.isEmpty()) {
            giver.byItself(served.getFirst(), new Command.DownloadEnds(s.build().build(), s.moved(), s.seconds()));
        }
        List<String> wanting = served.stream().filter(t -> tickets.of(t).hasChosen(s.build().sha256())).toList();
        came.accept(s.file(), wanting);
        queue.forget(s.build().sha256());
        seen.remove(s.build().sha256());
    }

    @Override
    public void close() {
        queue.close();
    }
}
