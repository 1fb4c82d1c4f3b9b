package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.Anchor;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.store.ledger.Watcher;

/**
 * A ledger on a server, with a copy of it in the data folder that all reading goes to: what is appended is acknowledged by the server and
 * lies in the copy then; what others append is in the copy before anybody hears of it. Where the server is away, the copy is what there is.
 * Safe for use by several threads.
 */
final class SharedLedger extends ReadFrom {
    /** Entries that are taken into the copy at once. Ours. */
    private static final int AT_ONCE = 5_000;

    /** How often it is written down that the server was reached. Ours. */
    private static final Duration NOTED = Duration.ofMinutes(1);

    private final DataFolder folder;
    private final ServerFile place;
    private final InstantSource wall;
    private final KeptLedger copy;
    private final ExecutorService copier = Executors.newSingleThreadExecutor(Thread.ofPlatform().name("ledger copy").daemon().factory());
    private volatile @Nullable KeptLedger server;
    private volatile @Nullable Runnable appended;
    private volatile boolean closed;
    private @Nullable Instant reached;
    private @Nullable Instant noted;

    /** @throws ServerProblem where the server cannot be used, or is away and was never reached from here */
    SharedLedger(DataFolder folder, ServerFile place, InstantSource wall) {
        this.folder = folder;
        this.place = place;
        this.wall = wall;
        KeptLedger opened = null;
        ServerProblem away = null;
        try {
            opened = connected();
        } catch (ServerProblem e) {
            if (!e.isAway() || !Files.exists(folder.shopCopy())) {
                throw e;
            }
            away = e;
        }
        this.copy = copied(opened);
        this.server = opened;
        try {
            if (away == null) {
                catchUp();
            }
        } catch (RuntimeException e) {
            close();
            throw e;
        }
    }

    @Override
    LedgerStore from() {
        return copy;
    }

    private KeptLedger connected() {
        return KeptLedger.open(LedgerServer.found().open(place.at(), place.password(folder), place.bench(), Books.OF_LEDGER), wall);
    }

    /** The copy; one of another ledger, or one that is damaged, is set aside and made anew where there is a server to copy. */
    private KeptLedger copied(@Nullable KeptLedger from) {
        try {
            KeptLedger there = KeptLedger.open(folder.shopCopy(), wall);
            if (from == null || isCopy(there, from)) {
                return there;
            }
            there.close();
        } catch (DiskProblem e) {
            if (from == null || e.kind() != DiskProblem.Kind.DAMAGED) {
                throw e;
            }
        }
        SideFile.setAside(folder.shopCopy());
        return KeptLedger.open(folder.shopCopy(), wall);
    }

    private static boolean isCopy(KeptLedger copy, KeptLedger of) {
        return copy.last().map(mine -> of.of(mine.ticket()).contains(mine)).orElse(true);
    }

    /** Takes into the copy what is on the server. @throws ServerProblem where that is away */
    private synchronized void catchUp() {
        KeptLedger from = server;
        if (from == null) {
            from = connected();
            if (!isCopy(copy, from)) {
                from.close();
                throw new BadInput(t("store.server.other-ledger", "address", place.at(), "file", folder.shopCopy()));
            }
            server = from;
            Optional.ofNullable(appended).ifPresent(from::listen);
        }
        Optional<LedgerEntry> last = copy.last();
        if (last.isEmpty()) { // all of a ledger of any length, which is not held at once
            copy.take(from.all());
        } else {
            List<LedgerEntry> more = from.since(last.get().number());
            for (int i = 0; i < more.size(); i += AT_ONCE) {
                copy.follow(more.subList(i, Math.min(more.size(), i + AT_ONCE)));
            }
        }
        reached(false);
    }

    /** Writes down when the server was reached last, now and then. */
    private void reached(boolean last) {
        Instant now = last ? reached : wall.instant();
        reached = now;
        if (now != null && (last || noted == null || now.isAfter(noted.plus(NOTED)) || now.isBefore(noted))) {
            try {
                WholeFile.write(folder.shopCopySeen(), now.toString());
                noted = now;
            } catch (IOException e) {
                throw DiskProblem.of("shop-copy", folder.shopCopySeen(), e);
            }
        }
    }

    @Override
    public synchronized Optional<Instant> asOf() {
        try {
            return Optional.of(reached != null ? reached : Instant.parse(Files.readString(folder.shopCopySeen())));
        } catch (IOException | DateTimeException _) {
            return Optional.empty();
        }
    }

    /** @return the server; a future that fails where it is away since this bench was started */
    private CompletableFuture<KeptLedger> there() {
        KeptLedger known = server;
        return known != null ? CompletableFuture.completedFuture(known) : CompletableFuture.supplyAsync(() -> {
            catchUp();
            return Objects.requireNonNull(server);
        }, copier);
    }

    @Override
    public CompletableFuture<List<LedgerEntry>> append(String ticket, long seen, List<TicketEvent> events, Instant at) {
        return there().thenCompose(s -> s.append(ticket, seen, events, at)).thenApplyAsync(this::inCopy, copier);
    }

    @Override
    public CompletableFuture<LedgerEntry> openTicket(TicketEvent.Opened opened, Instant at) {
        return there().thenCompose(s -> s.openTicket(opened, at)).thenApplyAsync(e -> inCopy(List.of(e)), copier).thenApply(List::getFirst);
    }

    /** What is on the server is acknowledged, whether the copy has it yet or not: the next look takes it in. */
    private List<LedgerEntry> inCopy(List<LedgerEntry> entries) {
        try {
            if (!closed) {
                catchUp();
            }
        } catch (ServerProblem _) {
            // cut off right behind the acknowledgement
        }
        return entries;
    }

    @Override
    public List<LedgerEntry> since(long number) {
        catchUp();
        return copy.since(number);
    }

    @Override
    public void listen(Runnable called) {
        appended = called;
        Optional.ofNullable(server).ifPresent(s -> s.listen(called));
    }

    @Override
    public @Nullable String bench() {
        return place.bench();
    }

    /** Of the server where it is reached: it is the one that counts. */
    @Override
    public Optional<LedgerCheck> check(@Nullable LedgerSeen seen, List<Anchor> anchors, Instant now, Watcher watcher) {
        return Optional.<LedgerStore>ofNullable(server).orElse(copy).check(seen, anchors, now, watcher);
    }

    @Override
    public void close() {
        closed = true;
        Optional.ofNullable(server).ifPresent(KeptLedger::close);
        copier.close();
        copy.close();
        synchronized (this) {
            reached(true);
        }
    }
}
