package wistaxis.workbench.ticket;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Decision;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.Anchor;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.Moved;
import wistaxis.store.ledger.Watcher;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/**
 * The tickets that are at work, and those of old that somebody looked at: what the ledger says of them, what is appended, and what others
 * append. The interface thread's; what is appended is acknowledged
 * by a future on that thread, once it is safe on the disk.
 */
public final class Tickets implements Commands.Book {
    /** How often the ledger is looked at for what others appended; after trouble, and for the memory of its end, more seldom. */
    private static final long LOOK_NANOS = 400_000_000L;
    private static final long LOOK_AGAIN_NANOS = 3_000_000_000L;
    private static final long MEMORY_NANOS = 60_000_000_000L;

    /** So many looks a start takes, about 2 s of a window at rest: a long ledger is looked through behind them. Ours. */
    private static final int LOOKS_AT_START = 8;

    private final Life life;
    private final LedgerStore ledger;
    private final Path memory;
    private final Path anchors;
    private final InstantSource wall;
    private final List<Follower> followers = new ArrayList<>();
    private final Map<String, Projection.Running> running = new HashMap<>();
    private final Map<String, Projection> tickets = new TreeMap<>();
    private final Map<String, List<Instant>> moments = new HashMap<>();
    private final Map<String, Integer> pending = new HashMap<>();
    private int pendingAll;
    private long closed;
    private long last;
    private String lastDigest = Chain.START;
    private @Nullable String unread;
    /** What is looked through once the window stands: so many looks after the start. */
    private @Nullable Runnable afterStart;
    private int looksToGo = LOOKS_AT_START;
    private boolean looking;
    private volatile boolean ended;
    private long nextLook = System.nanoTime();
    private long nextMemory = nextLook + MEMORY_NANOS;

    /** Whoever keeps count of what happens on tickets. */
    public interface Follower {
        /** @param before null for a ticket that was not there @param from number of the entry after which it has changed */
        void changed(@Nullable Ticket before, Projection now, long from);

        /** Something on a ticket was taken back: what was learned of it counts no more. */
        default void takenBack(Ticket now) {}

        /** Who its customer is was sealed or forgotten, perhaps by another process. */
        default void sealed(Ticket now) {}
    }

    /** Reads the tickets that are not closed, and checks the ledger; one of any length starts as quickly. */
    public Tickets(Life life, LedgerStore ledger, DataFolder folder, InstantSource wall) {
        this.life = life;
        this.ledger = ledger;
        this.memory = folder.seen();
        this.anchors = folder.anchors();
        this.wall = wall;
        ledger.last().ifPresent(e -> {
            last = e.number();
            lastDigest = e.digest();
        });
        closed = ledger.closedTickets();
        byTicket(ledger.ofOpenTickets()).forEach(this::fold);
        check();
    }

    private void check() {
        SideFile.Read<@Nullable LedgerSeen> seen = LedgerSeen.readOrSetAside(memory);
        life.notices().say(seen.trouble());
        checked(ledger.checkAtStart(seen.value(), wall.instant()));
        Instant entry = ledger.last().map(LedgerEntry::wall).orElse(null);
        Instant noted = seen.value() == null ? null : seen.value().at();
        life.doubt().started(entry == null || noted != null && noted.isAfter(entry) ? noted : entry, wall.instant());
        if (last <= LedgerStore.LOOKED_THROUGH) {
            return;
        }
        Anchor.Kept kept = Anchor.readable(anchors);
        life.notices().say(kept.trouble());
        afterStart = () -> life.background().run(() -> ledger.check(seen.value(), kept.anchors(), wall.instant(), _ -> !ended),
                all -> all.ifPresent(c -> {
            checked(c);
            if (unread != null) {
                life.changes().tell(Change.Topic.NOTICE);
            }
        }), e -> life.notices().say("The ledger could not be looked through: " + e.getMessage()));
    }

    private void checked(LedgerCheck check) {
        unread = check.read() ? null : check.broken().orElse(null);
        if (!check.findings().isEmpty()) {
            int more = check.findings().size() - 1;
            life.notices().say("The ledger says what cannot have happened: " + check.findings().getFirst()
                    + (more > 0 ? ", and " + more + " more; see the ledger's page." : "."));
        }
    }

    public void follow(Follower follower) {
        followers.add(follower);
    }

    /** What is wrong with the ledger and was not read by anybody yet; until then nothing is written. */
    public Optional<String> unread() {
        return Optional.ofNullable(unread);
    }

    /** Somebody has read what is wrong with the ledger: that is written down, and work goes on behind it. */
    public CompletableFuture<Void> readBreak() {
        String says = Objects.requireNonNull(unread, "nothing is wrong");
        return acknowledged(LedgerEntry.BENCH, ledger.append(LedgerEntry.BENCH, last, List.of(Decision.readBreak(says)),
                life.now())).thenAccept(_ -> unread = null);
    }

    /** Tickets that are not closed, by number. */
    public List<Ticket> open() {
        return tickets.values().stream().map(Projection::ticket).filter(t -> t.closed() == null).toList();
    }

    /** How many tickets are closed. */
    public long closed() {
        return closed;
    }

    /** A ticket that is at work, or was looked at. */
    public Optional<Ticket> find(String number) {
        return Optional.ofNullable(tickets.get(number)).map(Projection::ticket);
    }

    /** @throws IllegalArgumentException for one that is neither at work nor was looked at */
    @Override
    public Ticket of(String number) {
        return find(number).orElseThrow(() -> new IllegalArgumentException("no ticket [" + number + "]"));
    }

    /** Looks at any ticket, of whatever age. Fails with {@link BadInput} where there is none. */
    public CompletableFuture<Ticket> look(String number) {
        Optional<Ticket> here = find(number);
        if (here.isPresent()) {
            return CompletableFuture.completedFuture(here.get());
        }
        CompletableFuture<Ticket> looked = new CompletableFuture<>();
        life.background().run(() -> ledger.of(number), entries -> {
            if (entries.isEmpty()) {
                looked.completeExceptionally(new BadInput("there is no ticket [" + number + "]"));
                return;
            }
            if (!tickets.containsKey(number)) {
                fold(number, entries);
            }
            looked.complete(of(number));
        }, looked::completeExceptionally);
        return looked;
    }

    /** The shop's figures over the tickets that were opened in a stretch of time. @param to not included */
    public CompletableFuture<Figures> figures(Instant from, Instant to, boolean byPerson) {
        return read(l -> l.figures(from, to, byPerson));
    }

    /** The entries of a ticket, in order; read from the disk. */
    public CompletableFuture<List<LedgerEntry>> history(String number) {
        return read(l -> l.of(number));
    }

    /** When something happened on a ticket that is at work. */
    public List<Instant> moments(String number) {
        return List.copyOf(moments.getOrDefault(number, List.of()));
    }

    /** Number of the last entry of a ticket; 0 where there is none. */
    public long lastOf(String number) {
        return Optional.ofNullable(tickets.get(number)).map(Projection::last).orElse(0L);
    }

    /** Takes further entries of a ticket in. */
    private Projection fold(String number, List<LedgerEntry> entries) {
        Projection.Running of = running.computeIfAbsent(number, _ -> new Projection.Running());
        long known = lastOf(number);
        List<LedgerEntry> more = entries.stream().filter(e -> e.number() > known).toList(); // an entry counts once, whoever read it first
        more.forEach(of::add);
        moments.computeIfAbsent(number, _ -> new ArrayList<>()).addAll(more.stream().map(LedgerEntry::when).toList());
        Projection now = of.projection();
        tickets.put(number, now);
        return now;
    }

    private static Map<String, List<LedgerEntry>> byTicket(List<LedgerEntry> entries) {
        return entries.stream().collect(Collectors.groupingBy(LedgerEntry::ticket, TreeMap::new, Collectors.toList()));
    }

    /** Opens a ticket; the answer is the entry that did. */
    @Override
    public CompletableFuture<LedgerEntry> open(TicketEvent.Opened opened) {
        refuseUnread();
        return acknowledged(LedgerEntry.BENCH, ledger.openTicket(opened, life.now()).thenApply(List::of)).thenApply(List::getFirst);
    }

    /**
     * Appends events to a ticket, all or none. The future is done on the interface thread, once they are safe on the disk and the ticket
     * is what it now is; what they announce is done then. It fails with
     * {@link Moved} when somebody else has appended to the ticket since this window saw it, which is then read in, and with a
     * {@link wistaxis.store.files.DiskTrouble} when they cannot be written.
     */
    @Override
    public CompletableFuture<List<LedgerEntry>> append(String number, List<TicketEvent> events) {
        refuseUnread();
        return events.isEmpty() ? CompletableFuture.completedFuture(List.of())
                : acknowledged(number, ledger.append(number, lastOf(number), events, life.now()));
    }

    private CompletableFuture<List<LedgerEntry>> acknowledged(String number, CompletableFuture<List<LedgerEntry>> asked) {
        pending.merge(number, 1, Integer::sum);
        pendingAll++;
        CompletableFuture<List<LedgerEntry>> done = new CompletableFuture<>();
        asked.whenCompleteAsync((entries, e) -> {
            pending.merge(number, -1, Integer::sum);
            pendingAll--;
            if (e == null && entries.getFirst().number() > last + 1) { // some of others lie between
                life.background().run(reading(), read -> {
                    takeIn(read);
                    done.complete(entries);
                }, done::completeExceptionally);
            } else if (e == null) {
                takeIn(new Read(entries, Map.of()));
                done.complete(entries);
            } else {
                done.completeExceptionally(Background.cause(e));
                if (Background.cause(e) instanceof Moved) {
                    lookNow();
                }
            }
        }, life.front());
        return done;
    }

    /** Whether something asked for on a ticket is not on the disk yet. */
    public boolean isPending(String number) {
        return pending.getOrDefault(number, 0) > 0;
    }

    /** How many appends are not on the disk yet. */
    public int pending() {
        return pendingAll;
    }

    private void refuseUnread() {
        if (unread != null) {
            throw new IllegalStateException("nothing is written until somebody has read what is wrong with the ledger: " + unread);
        }
    }

    /**
     * Entries that follow the last one taken in.
     *
     * @param before what came before them, of tickets that were not at work here
     */
    private record Read(List<LedgerEntry> more, Map<String, List<LedgerEntry>> before) {}

    /** Reads from the disk what is not taken in yet; for another thread. */
    private Callable<Read> reading() {
        long from = last;
        Set<String> known = Set.copyOf(tickets.keySet());
        return () -> {
            List<LedgerEntry> more = ledger.since(from);
            return new Read(more, more.stream().map(LedgerEntry::ticket).distinct()
                    .filter(t -> !known.contains(t) && !t.equals(LedgerEntry.BENCH)).collect(Collectors.toMap(t -> t,
                            t -> ledger.of(t).stream().filter(e -> e.number() <= from).toList())));
        };
    }

    private void takeIn(Read read) {
        List<LedgerEntry> all = read.more().stream().filter(e -> e.number() > last).toList();
        if (!all.isEmpty()) {
            last = all.getLast().number();
            lastDigest = all.getLast().digest();
            byTicket(all).forEach((number, entries) -> changed(number, entries, read.before().getOrDefault(number, List.of())));
        }
    }

    private void changed(String number, List<LedgerEntry> entries, List<LedgerEntry> old) {
        if (number.equals(LedgerEntry.BENCH)) {
            life.changes().tell(Change.Topic.TICKET, number);
            return;
        }
        long from = entries.getFirst().number() - 1;
        if (!old.isEmpty() && !tickets.containsKey(number)) {
            fold(number, old); // an old one that goes on
        }
        Ticket before = find(number).orElse(null);
        Projection now = fold(number, entries);
        boolean was = before != null && isClosed(before);
        closed += (isClosed(now.ticket()) ? 1 : 0) - (was ? 1 : 0);
        followers.forEach(f -> f.changed(before, now, from));
        List<TicketEvent> events = entries.stream().map(LedgerEntry::event).toList();
        if (events.stream().anyMatch(TicketEvent.TakenBack.class::isInstance)) {
            followers.forEach(f -> f.takenBack(now.ticket()));
        }
        if (events.stream().anyMatch(e -> e instanceof TicketEvent.CustomerSealed || e instanceof TicketEvent.CustomerForgotten)) {
            followers.forEach(f -> f.sealed(now.ticket()));
        }
        life.changes().tell(Change.Topic.TICKET, number);
    }

    private static boolean isClosed(Ticket t) {
        return t.closed() != null && !t.isTakenBack();
    }

    /** Looks whether others appended something, a few times a second. */
    public void look(long nowNanos) {
        Runnable later = afterStart;
        if (later != null && --looksToGo <= 0) {
            afterStart = null;
            later.run();
        }
        if (!looking && nowNanos - nextLook > 0) {
            lookNow();
        }
        if (unread == null && nowNanos - nextMemory > 0) {
            nextMemory = nowNanos + MEMORY_NANOS;
            remember();
        }
    }

    public void lookNow() {
        looking = true;
        life.background().run(reading(), read -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_NANOS;
            takeIn(read);
        }, _ -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_AGAIN_NANOS;
        });
    }

    /** Keeps beside the ledger how it is now, so that a later start knows whether its end is missing. */
    public void remember() {
        if (life.doubt().says().isPresent()) {
            return; // by a clock that nobody believes nothing is measured later
        }
        LedgerSeen now = new LedgerSeen(last, lastDigest, wall.instant());
        life.background().write(() -> now.write(memory), _ -> { });
    }

    /** The first start of each day keeps the head of the ledger outside of it. */
    public void anchor() {
        if (last == 0 || life.doubt().says().isPresent()) {
            return;
        }
        Anchor head = new Anchor(last, lastDigest, wall.instant());
        life.background().write(() -> {
            LocalDate today = LocalDate.ofInstant(head.at(), ZoneId.systemDefault());
            if (Anchor.readable(anchors).anchors().stream()
                    .noneMatch(a -> a.at() != null && LocalDate.ofInstant(a.at(), ZoneId.systemDefault())
                    .equals(today))) {
                head.append(anchors);
            }
        }, e -> life.notices().say("The head of the ledger could not be kept outside of it: " + e.getMessage()));
    }

    /** A page of what a search finds, newest first; read from the disk. See {@link Ledger#find}. */
    public CompletableFuture<List<LedgerEntry>> search(String words, long before, int most) {
        return read(l -> l.find(words, before, most));
    }

    private <T> CompletableFuture<T> read(Function<LedgerStore, T> query) {
        CompletableFuture<T> found = new CompletableFuture<>();
        life.background().run(() -> query.apply(ledger), found::complete, found::completeExceptionally);
        return found;
    }

    /** Looks through the whole ledger, read anew from the disk. @param watcher on another thread @return null when it was stopped */
    public CompletableFuture<@Nullable LedgerCheck> verify(Watcher watcher) {
        return read(l -> l.check(LedgerSeen.read(memory), Anchor.readable(anchors).anchors(), wall.instant(),
                n -> !ended && watcher.goOn(n)).orElse(null));
    }

    /** Number of the last entry. */
    public long entries() {
        return last;
    }

    public void close() {
        ended = true;
        if (unread == null && last > 0 && life.doubt().says().isEmpty()) {
            try {
                new LedgerSeen(last, lastDigest, wall.instant()).write(memory);
            } catch (IOException _) {
                // remembered as it was a minute ago
            }
        }
    }
}
