package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import java.util.stream.Stream;
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
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.store.ledger.Watcher;

/**
 * A ledger on a server, with a copy of it in the data folder that all reading goes to: what is appended is acknowledged by the server and
 * lies in the copy then; what others append is in the copy before anybody hears of it. While the server is away, the copy is what there
 * is, and what is done goes into a journal beside it; see {@link Merging} for what becomes of that. Safe for use by several threads.
 */
final class SharedLedger extends ReadBoth {
    /** Entries that are taken into the copy at once. Ours. */
    private static final int AT_ONCE = 5_000;

    /** So often what was done while the rest went to the server goes there behind it, before nothing more is taken meanwhile. Ours. */
    private static final int ROUNDS = 5;

    /** How often it is written down that the server was reached. Ours. */
    private static final Duration NOTED = Duration.ofMinutes(1);

    /** Numbers of tickets that are kept for the bench, so that it can take in devices without the server. Ours: more than a busy day. */
    private static final int NUMBERS = 20;

    private final DataFolder folder;
    private final ServerFile place;
    private final InstantSource wall;
    private final KeptLedger copy;
    private final Journal journal;
    /** What reading goes through while there is something in it; whoever looks at it or the copy beside it holds it. */
    private final Tail tail;
    private final ExecutorService copier = executor("ledger copy");
    private final ExecutorService keeper = executor("journal");
    private volatile @Nullable KeptLedger server;
    private volatile @Nullable Runnable appended;
    private volatile boolean away;
    private volatile int kept;
    /** Whether so many numbers may not be kept any more, or were never. */
    private volatile boolean lacksNumbers = true;
    private volatile Set<String> holding = Set.of();
    private volatile Map<Tail.Shown, Long> became = Map.of();
    private volatile boolean closed;
    private @Nullable Instant reached;
    private @Nullable Instant noted;
    /** What has other numbers than it had while the server was away, until somebody asked for it. */
    private @Nullable Anew anew;
    private Optional<FileTime> peopleSeen = Optional.empty();

    /** @param base number of the last entry that is what it was */
    private record Anew(long base, Set<String> tickets) {}

    /** @throws ServerProblem where the server cannot be used, or is away and was never reached from here */
    SharedLedger(DataFolder folder, ServerFile place, InstantSource wall) {
        this.folder = folder;
        this.place = place;
        this.wall = wall;
        boolean wasHere = Files.exists(folder.shopCopy());
        KeptLedger opened = null;
        KeptLedger copied;
        try {
            opened = connected();
            copied = copied(opened);
        } catch (ServerProblem e) { // also one that goes while it is asked
            if (!e.isAway() || !wasHere) {
                throw e;
            }
            Optional.ofNullable(opened).ifPresent(KeptLedger::close);
            opened = null;
            copied = copied(null);
        }
        this.copy = copied;
        this.journal = Journal.open(folder);
        this.tail = new Tail(copy, journal, place.bench(), wall);
        this.server = opened;
        this.away = opened == null;
        try {
            synchronized (tail) {
                tail.read();
                counted();
            }
            if (opened != null) {
                catchUp();
            }
        } catch (ServerProblem e) {
            if (!e.isAway() || !wasHere) {
                close();
                throw e;
            }
        } catch (RuntimeException e) {
            close();
            throw e;
        }
    }

    private static ExecutorService executor(String name) {
        return Executors.newSingleThreadExecutor(Thread.ofPlatform().name(name).daemon().factory());
    }

    @Override
    LedgerStore from() {
        return copy;
    }

    @Override
    Tail tail() {
        return tail;
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

    /**
     * Brings what was done here to the server, and takes into the copy what is on it.
     *
     * @throws ServerProblem where that is away
     */
    private synchronized void catchUp() {
        try {
            KeptLedger from = there();
            boolean done = false;
            for (int round = 1; !done; round++) {
                if (round <= ROUNDS) {
                    merge(from);
                    done = takenIn(from);
                } else { // somebody who never rests waits a moment
                    synchronized (tail) {
                        merge(from);
                        done = takenIn(from);
                    }
                }
            }
            reached(false);
        } catch (ServerProblem e) {
            away |= e.isAway();
            throw e;
        }
    }

    private KeptLedger there() {
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
        return from;
    }

    private void merge(KeptLedger to) {
        Consumer<Map<String, String>> merging = digests -> new Merging(to, journal, place.bench(), digests).run();
        if (peopleSeen.equals(peopleWritten())) {
            merging.accept(Map.of());
        } else {
            Merging.withPeople(folder, merging);
            peopleSeen = peopleWritten();
        }
    }

    /** When customers were last taken in here because their server was away; empty where none ever were. */
    private Optional<FileTime> peopleWritten() {
        Path file = folder.shopPeople();
        Path log = file.resolveSibling(file.getFileName() + "-wal");
        try {
            return Files.exists(file) ? Optional.of(Files.getLastModifiedTime(Files.exists(log) ? log : file)) : Optional.empty();
        } catch (IOException e) {
            throw DiskProblem.of("customers", file, e);
        }
    }

    /** Takes in what is on the server. @return whether nothing was done here meanwhile, which then goes to the server first */
    private boolean takenIn(KeptLedger from) {
        Optional<LedgerEntry> last = copy.last();
        if (last.isEmpty()) { // all of a ledger of any length, which is not held at once
            copy.take(from.all());
        }
        List<LedgerEntry> more = last.isEmpty() ? List.of() : from.since(last.get().number());
        synchronized (tail) {
            List<Journal.Kept> journaled = journal.all();
            if (journaled.stream().anyMatch(Journal.Kept::waits)) {
                return false;
            }
            for (int i = 0; i < more.size(); i += AT_ONCE) {
                copy.follow(more.subList(i, Math.min(more.size(), i + AT_ONCE)));
            }
            if (!tail.entries().isEmpty()) {
                Set<String> tickets = tail.tickets();
                long base = tail.entries().getFirst().number() - 1;
                anew = new Anew(anew == null ? base : Math.min(anew.base(), base), anew == null ? tickets : Stream.concat(tickets.stream(),
                        anew.tickets().stream()).collect(Collectors.toSet()));
                became = tail.end();
            }
            if (!journaled.isEmpty() || kept > 0 || !holding.isEmpty()) { // as a rule there is nothing
                journal.tidy();
                counted();
            }
            away = false; // together with that nothing waits: what is done from now on comes behind it
            return true;
        }
    }

    private void counted() {
        kept = tail.entries().size();
        holding = tail.held().stream().map(Held::ticket).collect(Collectors.toSet());
    }

    private synchronized void keepNumbers(KeptLedger from) {
        if (!lacksNumbers) {
            return;
        }
        long missing = NUMBERS - journal.numbers();
        if (missing >= NUMBERS / 2) {
            TicketEvent.NumbersKept numbers = from.together(a -> a.keepNumbers(missing, wall.instant()));
            journal.keepNumbers(LongStream.rangeClosed(numbers.from(), numbers.to()));
        }
        lacksNumbers = false;
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

    @Override
    public CompletableFuture<List<LedgerEntry>> append(String ticket, long seen, List<TicketEvent> events, Instant at) {
        return holding.contains(ticket) ? CompletableFuture.failedFuture(new BadInput(t("store.journal.held", "number", ticket)))
                : appended(s -> s.append(ticket, seen, asThere(ticket, seen), events, at), () -> tail.append(ticket, seen, events, at),
                        () -> tail.known(
                ticket, seen, events, at));
    }

    @Override
    public CompletableFuture<LedgerEntry> openTicket(TicketEvent.Opened opened, Instant at) {
        return appended(s -> s.openTicket(opened, at).thenApply(List::of), () -> {
            lacksNumbers = true;
            return List.of(tail.open(opened, at));
        }, Optional::empty)
                .thenApply(List::getFirst);
    }

    /**
     * By the server, or, where that is away, in the journal: what is done first comes first.
     *
     * @param known what the copy has of it by now, after an answer was lost
     */
    private CompletableFuture<List<LedgerEntry>> appended(Function<KeptLedger, CompletableFuture<List<LedgerEntry>>> there,
            Supplier<List<LedgerEntry>> here, Supplier<Optional<List<LedgerEntry>>> known) {
        KeptLedger reached = server;
        if (away || reached == null) {
            return CompletableFuture.supplyAsync(() -> keep(here), keeper);
        }
        return there.apply(reached).thenApplyAsync(this::inCopy, copier).exceptionallyComposeAsync(e -> {
            Throwable cause = e instanceof CompletionException && e.getCause() != null ? e.getCause() : e;
            return cause instanceof ServerProblem p && p.isAway() ? CompletableFuture.completedFuture(keep(() -> known.get()
                    .orElseGet(here))) : CompletableFuture.failedFuture(cause);
        }, keeper);
    }

    private List<LedgerEntry> keep(Supplier<List<LedgerEntry>> here) {
        synchronized (tail) {
            away = true;
            List<LedgerEntry> entries = here.get();
            counted();
            return entries;
        }
    }

    /** The number in the ledger of an entry that was seen as it was numbered without it. */
    private long asThere(String ticket, long seen) {
        return became.getOrDefault(new Tail.Shown(ticket, seen), seen);
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
        return more(number).entries();
    }

    @Override
    public More more(long number) {
        catchUp();
        keepNumbers(there());
        synchronized (tail) {
            Anew was = anew;
            anew = null;
            return new More(Stream.concat(copy.since(was == null ? number : Math.min(number, was.base())).stream(), tail.entries().stream())
                    .filter(e -> e.number() > number || was != null).toList(), was == null ? Set.of() : was.tickets());
        }
    }

    @Override
    public int kept() {
        return kept;
    }

    @Override
    public List<Held> held() {
        synchronized (tail) {
            return holding.isEmpty() ? List.of() : tail.held();
        }
    }

    @Override
    public synchronized void decide(String ticket, boolean add, Instant at) {
        catchUp();
        Held held;
        synchronized (tail) {
            held = tail.held(ticket);
        }
        Merging.decide(there(), journal, held, add, at);
        catchUp();
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

    @Override
    public void ready() {
        try {
            if (!away) {
                keepNumbers(there());
            }
        } catch (ServerProblem e) {
            away |= e.isAway(); // the next look says so
        }
    }

    @Override
    public Optional<ServerAddress> server() {
        return Optional.of(place.at());
    }

    /** Of the server where it is reached: it is the one that counts. */
    @Override
    public Optional<LedgerCheck> check(@Nullable LedgerSeen seen, List<Anchor> anchors, Instant now, Watcher watcher) {
        KeptLedger there = server;
        return (there == null || away ? copy : there).check(seen, anchors, now, watcher);
    }

    @Override
    public void close() {
        closed = true;
        Optional.ofNullable(server).ifPresent(KeptLedger::close);
        copier.close();
        keeper.close();
        journal.close();
        copy.close();
        synchronized (this) {
            reached(true);
        }
    }
}
