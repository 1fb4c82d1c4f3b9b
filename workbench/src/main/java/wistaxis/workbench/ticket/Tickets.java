package wistaxis.workbench.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.InstantSource;
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
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.Moved;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.ledger.ServerProblem;
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
    /** How often the ledger is looked at for what others appended; after problem more seldom. */
    private static final long LOOK_NANOS = 400_000_000L;
    private static final long LOOK_AGAIN_NANOS = 3_000_000_000L;

    private final Life life;
    private final LedgerStore ledger;
    private final LedgerHealth health;
    private final List<Follower> followers = new ArrayList<>();
    private final Map<String, Projection.Running> running = new HashMap<>();
    private final Map<String, Projection> tickets = new TreeMap<>();
    private final Map<String, List<Instant>> moments = new HashMap<>();
    private final Map<String, Integer> pending = new HashMap<>();
    private int pendingAll;
    private long closed;
    private long last;
    private String lastDigest = Chain.START;
    private @Nullable Instant away;
    private List<LedgerStore.Held> held = List.of();
    private boolean looking;
    private boolean again;
    private long nextLook = System.nanoTime();

    /** Whoever keeps count of what happens on tickets. */
    public interface Follower {
        /** @param before null for a ticket that was not there @param from number of the entry after which it has changed */
        void changed(@Nullable Ticket before, Projection now, long from);

        /** Something on a ticket was taken back: what was learned of it counts no more. */
        default void takenBack(Ticket now) {}

        /** Something was written down that is of no ticket. */
        default void ofBench(List<LedgerEntry> entries) {}

        /** What was done on tickets while the ledger could not be reached is in it now, or is held. */
        default void anew(Set<String> tickets) {}

        /** Who its customer is was sealed or forgotten, perhaps by another process. */
        default void sealed(Ticket now) {}
    }

    /** Reads the tickets that are not closed, and checks the ledger; one of any length starts as quickly. */
    public Tickets(Life life, LedgerStore ledger, DataFolder folder, InstantSource wall) {
        this.life = life;
        this.ledger = ledger;
        ledger.last().ifPresent(e -> {
            last = e.number();
            lastDigest = e.digest();
        });
        closed = ledger.closedTickets();
        LedgerEntry.byTicket(ledger.ofOpenTickets()).forEach(this::fold);
        this.health = new LedgerHealth(life, ledger, folder, wall, () -> new LedgerHealth.Head(last, lastDigest));
        health.check();
        ledger.listen(() -> life.front().execute(this::hear));
    }

    /** Something was appended, perhaps by another bench. */
    private void hear() {
        if (looking) {
            again = true;
        } else {
            lookNow();
        }
    }

    /** What this bench is called among several; null where it is alone. */
    public @Nullable String bench() {
        return ledger.bench();
    }

    /** The server that keeps the ledger; empty where this bench's own file does. */
    public Optional<ServerAddress> server() {
        return ledger.server();
    }

    public void follow(Follower follower) {
        followers.add(follower);
    }

    /** Whether the ledger is whole, and what is kept beside it. */
    public LedgerHealth health() {
        return health;
    }

    /** See {@link LedgerHealth#unread}. */
    public Optional<String> unread() {
        return health.unread();
    }

    /** Somebody has read what is wrong with the ledger: that is written down, and work goes on behind it. */
    public CompletableFuture<Void> readBreak() {
        String says = health.unread().orElseThrow(() -> new IllegalStateException("nothing is wrong"));
        return acknowledged(LedgerEntry.BENCH, ledger.append(LedgerEntry.BENCH, last, List.of(Decision.readBreak(says)),
                life.now())).thenAccept(_ -> health.read());
    }

    /** Settings of the whole shop were changed here. Fails as {@link #append} does. */
    public CompletableFuture<Void> settings(Map<String, String> values) {
        return acknowledged(LedgerEntry.BENCH, ledger.append(LedgerEntry.BENCH, last, Decision.settings(values), life.now())).thenAccept(
                _ -> { });
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
                looked.completeExceptionally(new BadInput(t("workbench.bad.no-such-ticket", "number", number)));
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

    /** All entries of the devices of a lot, by ticket, in order; read from the disk. */
    public CompletableFuture<Map<String, List<LedgerEntry>>> ofLot(String lot) {
        return read(l -> LedgerEntry.byTicket(l.ofLot(lot)));
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
     * {@link wistaxis.store.files.DiskProblem} when they cannot be written.
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
            if (e == null && entries.getFirst().number() != last + 1) { // some of others lie between
                life.background().run(reading(), read -> {
                    takeIn(read);
                    done.complete(entries);
                }, problem -> {
                    if (Background.cause(problem) instanceof ServerProblem p && p.isAway()) {
                        takeIn(new Read(entries, Map.of(), Map.of(), held)); // what was acknowledged is so, whatever else there is
                        done.complete(entries);
                    } else {
                        done.completeExceptionally(problem);
                    }
                });
            } else if (e == null) {
                takeIn(new Read(entries, Map.of(), Map.of(), held));
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
        if (health.unread().isPresent()) {
            throw new IllegalStateException(t("workbench.ledger.nothing-written", "why", health.unread().get()));
        }
    }

    /**
     * Entries that follow the last one taken in.
     *
     * @param before what came before them, of tickets that were not at work here
     * @param anew all of the tickets whose entries are not what they were
     * @param held what waits for somebody who decides
     */
    private record Read(List<LedgerEntry> more, Map<String, List<LedgerEntry>> before, Map<String, List<LedgerEntry>> anew,
            List<LedgerStore.Held> held) {}

    /** Reads from the disk what is not taken in yet; for another thread. */
    private Callable<Read> reading() {
        long from = last;
        Set<String> known = Set.copyOf(tickets.keySet());
        return () -> {
            LedgerStore.More followed = ledger.more(from);
            List<LedgerEntry> more = followed.entries();
            return new Read(more, more.stream().map(LedgerEntry::ticket).distinct()
                    .filter(t -> !known.contains(t) && !t.equals(LedgerEntry.BENCH)).collect(Collectors.toMap(t -> t,
                            t -> ledger.of(t).stream().filter(e -> e.number() <= from).toList())),
                    followed.anew().stream().filter(t -> !t.equals(LedgerEntry.BENCH)).collect(Collectors.toMap(t -> t, ledger::of)),
                    ledger.held());
        };
    }

    private void takeIn(Read read) {
        held(read.held());
        if (!read.anew().isEmpty()) {
            read.anew().forEach(this::anew);
            last = Math.min(last, read.more().isEmpty() ? last : read.more().getFirst().number() - 1);
            followers.forEach(f -> f.anew(read.anew().keySet()));
        }
        List<LedgerEntry> all = read.more().stream().filter(e -> e.number() > last).toList();
        if (!all.isEmpty()) {
            last = all.getLast().number();
            lastDigest = all.getLast().digest();
            LedgerEntry.byTicket(all).forEach((number, entries) -> changed(number, entries, read.before().getOrDefault(number, List.of())));
        }
    }

    private void changed(String number, List<LedgerEntry> entries, List<LedgerEntry> old) {
        if (number.equals(LedgerEntry.BENCH)) {
            followers.forEach(f -> f.ofBench(entries));
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

    /** A ticket as the ledger has it now: what was kept here may have other numbers, or wait for a decision. */
    private void anew(String number, List<LedgerEntry> entries) {
        boolean was = find(number).filter(Tickets::isClosed).isPresent();
        List.of(running, moments, tickets).forEach(m -> m.remove(number));
        if (!entries.isEmpty()) {
            Ticket now = fold(number, entries).ticket();
            closed += (isClosed(now) ? 1 : 0) - (was ? 1 : 0);
        }
        life.changes().tell(Change.Topic.TICKET, number);
    }

    private void held(List<LedgerStore.Held> now) {
        if (!held.equals(now)) {
            held = now;
            life.changes().tell(Change.Topic.WORK);
        }
    }

    /** What was done here without the ledger, on tickets that others worked on meanwhile: it waits for somebody who decides. */
    public List<LedgerStore.Held> held() {
        return held;
    }

    /** Somebody has decided. @param add whether what was done here counts, behind what others did; else it is said that it does not */
    public CompletableFuture<Void> decide(String number, boolean add) {
        CompletableFuture<Void> decided = new CompletableFuture<>();
        Instant now = life.now();
        life.background().run(() -> {
            ledger.decide(number, add, now);
            return true;
        }, _ -> {
            lookNow();
            decided.complete(null);
        }, decided::completeExceptionally);
        return decided;
    }

    /** How many entries are kept at this bench alone, because the ledger cannot be reached. */
    public int kept() {
        return ledger.kept();
    }

    private static boolean isClosed(Ticket t) {
        return t.closed() != null && !t.isTakenBack();
    }

    /** Looks whether others appended something, a few times a second. */
    public void look(long nowNanos) {
        if (!looking && nowNanos - nextLook > 0) {
            lookNow();
        }
        health.look(nowNanos);
    }

    public void lookNow() {
        looking = true;
        life.background().run(reading(), read -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_NANOS;
            away(null);
            takeIn(read);
            if (again) {
                again = false;
                lookNow();
            }
        }, e -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_AGAIN_NANOS;
            if (Background.cause(e) instanceof ServerProblem p && p.isAway()) {
                away(away == null ? ledger.asOf().orElse(life.now()) : away);
            }
        });
    }

    private void away(@Nullable Instant since) {
        if (!Objects.equals(away, since)) {
            away = since;
            life.changes().tell(Change.Topic.WORK);
        }
    }

    /** Since when the server that keeps the ledger has not been reached; empty while it is, and where a file keeps it. */
    public Optional<Instant> away() {
        return Optional.ofNullable(away);
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

    /** Number of the last entry. */
    public long entries() {
        return last;
    }
}
