package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Decision;
import wistaxis.store.files.DiskProblem;

/**
 * The append-only table of chained events, in a file of SQLite with write-ahead log and full synchronous writes, or in another
 * {@link Engine}: what {@link #append} has returned is on the disk. Safe for use by several threads, and beside other processes.
 */
public final class Ledger implements AutoCloseable {
    private static final Database DATABASE = new Database("ledger", "schema", 5);

    /** A time that is none shows as a changed entry: its digest is over the text that was there. */
    private static final RowMapper<LedgerEntry> ENTRY = (r, _) -> new LedgerEntry(r.getLong("number"), r.getString("ticket"),
            time(r.getString("at")), r.getString("wall") == null ? null : time(r.getString("wall")),
            r.getString("body"), r.getString("previous"), r.getString("digest"));

    private final Engine engine;
    private final Jdbi jdbi;
    private final InstantSource wall;
    private final String select;
    private final boolean projected;
    private final LedgerTables tables;

    private Ledger(Engine engine, InstantSource wall) {
        this.engine = engine;
        this.jdbi = engine.jdbi();
        this.wall = wall;
        int version = engine.version();
        this.projected = version >= 5;
        this.tables = new LedgerTables(this::ask, engine, projected);
        this.select = "SELECT number, ticket, at, body, previous, digest, " + (version < 2 ? "NULL AS wall" : "wall") + " FROM event ";
    }

    /** A ticket's name for a number. */
    public static String ticket(long nr) {
        return Projections.name(nr);
    }

    private static Instant time(String text) {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            return Instant.EPOCH;
        }
    }

    /** Opens the ledger on the machine's clock, see {@link #open(Path, InstantSource)}. */
    public static Ledger open(Path file) {
        return open(file, Clock.systemUTC());
    }

    /**
     * Opens the ledger, making it where there is none.
     *
     * @param wall what every entry carries beside the bench's time
     * @throws DiskProblem when the file is damaged, or the disk does not let it be opened
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public static Ledger open(Path file, InstantSource wall) {
        return open(DATABASE.engine(file), wall);
    }

    /** Opens a ledger that is kept in something else. */
    public static Ledger open(Engine engine, InstantSource wall) {
        Ledger ledger = new Ledger(engine, wall);
        ledger.project(_ -> true);
        return ledger;
    }

    /** Opens a ledger that is kept in something else, to read it. */
    public static Ledger look(Engine engine) {
        return new Ledger(engine, Clock.systemUTC());
    }

    /**
     * Opens the ledger to read it; nothing is changed, in it or beside it.
     *
     * @throws DiskProblem when it is missing or damaged, or cannot be read
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public static Ledger openReadOnly(Path file) {
        return new Ledger(DATABASE.look(file), Clock.systemUTC());
    }

    /** The same ledger on a connection of its own. */
    Ledger beside() {
        return new Ledger(engine.beside(), wall);
    }

    /** Takes events one after another, all of them in one go. */
    public final class Appender {
        private final Handle handle;
        private final List<LedgerEntry> appended = new ArrayList<>();
        private long newest;

        private Appender(Handle handle) {
            this.handle = handle;
        }

        /** Appends an event at a bench time. */
        public LedgerEntry append(String ticket, TicketEvent event, Instant at) {
            return append(ticket, event, at, null);
        }

        /** The same where it was kept at the bench until now. @param kept since when; null for at once */
        public LedgerEntry append(String ticket, TicketEvent event, Instant at, @Nullable Instant kept) {
            Optional<LedgerEntry> last = appended.isEmpty() ? handle.createQuery(select + "ORDER BY number DESC LIMIT 1").map(ENTRY)
                    .findOne() : Optional.of(appended.getLast());
            LedgerEntry next = Chain.link(last.map(LedgerEntry::digest).orElse(Chain.START), last.map(LedgerEntry::number).orElse(0L) + 1,
                    ticket,
                    at.truncatedTo(ChronoUnit.MILLIS), wall.instant().truncatedTo(ChronoUnit.MILLIS), event.toJson(engine.bench(), kept));
            Taking.append(handle, next);
            appended.add(next);
            return next;
        }

        /** The highest number of a ticket; of the entries themselves where the tables lag behind them. */
        private long highest() {
            long last = last(handle);
            String from = Projections.last(handle) == last ? "SELECT coalesce(max(nr), 0) FROM ticket"
                    : "SELECT coalesce(max(" + engine.number("ticket") + "), 0) FROM event";
            String kept = "SELECT coalesce(max(CAST(" + engine.value("body", "to")
                    + " AS bigint)), 0) FROM event WHERE ticket = :bench AND body LIKE :named";
            return Math.max(handle.createQuery(from).mapTo(Long.class).one(), handle.createQuery(kept).bind("bench", LedgerEntry.BENCH)
                    .bind("named", "%\"numbers-kept\"%").mapTo(Long.class).one());
        }

        /** Keeps the next free numbers of tickets for this bench. @param n how many */
        public TicketEvent.NumbersKept keepNumbers(long n, Instant at) {
            long first = highest() + 1;
            TicketEvent.NumbersKept kept = Decision.numbersKept(first, first + n - 1);
            append(LedgerEntry.BENCH, kept, at);
            return kept;
        }

        /** Opens a ticket under the next free number, {@code T-0001} upwards. */
        public LedgerEntry openTicket(TicketEvent.Opened opened, Instant at) {
            if (isPractice().filter(practice -> practice != opened.simulated()).isPresent()) {
                throw new BadInput(t(opened.simulated() ? "store.ledger.no-practice" : "store.ledger.no-real"));
            }
            newest = 1 + (newest > 0 ? newest : highest());
            return append(Projections.name(newest), opened, at);
        }

        /** Refuses to go on unless a ticket's last entry is still the one that was seen. @throws Moved when it is not */
        public void unmoved(String ticket, long seen) {
            unmoved(ticket, seen, seen);
        }

        /** The same where its last entry may also be one that the same hands have appended since. */
        void unmoved(String ticket, long own, long seen) {
            long now = handle.createQuery("SELECT coalesce(max(number), 0) FROM event WHERE ticket = :t").bind("t", ticket)
                    .mapTo(Long.class).one();
            boolean justNow = appended.stream().anyMatch(e -> e.ticket().equals(ticket) && e.number() == now);
            if (now != own && now != seen && !justNow) {
                throw new Moved(ticket, seen, now);
            }
        }
    }

    /**
     * Appends what the work appends; returns once all of it is safe on the disk. If the work throws, nothing is.
     *
     * @throws DiskProblem when it cannot be written
     */
    public synchronized <T> T together(Function<Appender, T> work) {
        engine.check();
        T all = told(() -> jdbi.inTransaction(h -> {
            engine.alone(h);
            Appender appender = new Appender(h);
            T done = work.apply(appender);
            if (!appender.appended.isEmpty()) {
                projections(h).add(appender.appended, appender.appended.getFirst().number() - 1);
            }
            return done;
        }));
        engine.check(); // what was written to a file that nobody finds again is not acknowledged
        return all;
    }

    /** Appends an event at a bench time; returns once it is safe on the disk. */
    public LedgerEntry append(String ticket, TicketEvent event, Instant at) {
        return together(a -> a.append(ticket, event, at));
    }

    /**
     * Appends an event that was decided on what was seen: the ticket is looked at again inside of the transaction.
     *
     * @param seen number of the ticket's last entry then
     * @throws Moved when it has moved on since; nothing is written
     */
    public LedgerEntry append(String ticket, long seen, TicketEvent event, Instant at) {
        return together(a -> {
            a.unmoved(ticket, seen);
            return a.append(ticket, event, at);
        });
    }

    /** Opens a ticket under the next free number, {@code T-0001} upwards. */
    public LedgerEntry openTicket(TicketEvent.Opened opened, Instant at) {
        return together(a -> a.openTicket(opened, at));
    }

    /**
     * Takes over the entries of another ledger as they are, all or none.
     *
     * @return how many
     * @throws Stopped where the watcher did not want to go on; nothing is taken then
     * @throws BadInput where this one has entries already
     */
    public synchronized long take(LedgerExport.Entries from, Watcher watcher) {
        long taken = told(() -> jdbi.inTransaction(h -> {
            engine.alone(h);
            if (last(h) > 0) {
                throw new BadInput(t("store.ledger.not-empty", "n", last(h)));
            }
            Taking all = new Taking(h, watcher);
            from.each(all);
            return all.end();
        }));
        project(_ -> true);
        return taken;
    }

    /**
     * Takes in what follows in the ledger that this one is a copy of; what is here already is left out.
     *
     * @throws BadInput where it does not go on from what is here: then it is a copy of something else
     */
    public synchronized void follow(List<LedgerEntry> more) {
        told(() -> jdbi.inTransaction(h -> {
            engine.alone(h);
            Optional<LedgerEntry> last = h.createQuery(select + "ORDER BY number DESC LIMIT 1").map(ENTRY).findOne();
            long from = last.map(LedgerEntry::number).orElse(0L);
            List<LedgerEntry> next = more.stream().filter(e -> e.number() > from).toList();
            if (!next.isEmpty()) {
                LedgerEntry first = next.getFirst();
                if (first.number() != from + 1 || !first.previous().equals(last.map(LedgerEntry::digest).orElse(Chain.START))) {
                    throw new BadInput(t("store.ledger.other-copy", "number", first.number(), "last", from));
                }
                Taking.append(h, next);
                projections(h).add(next, from);
            }
            return true;
        }));
    }

    private static long last(Handle h) {
        return h.createQuery("SELECT coalesce(max(number), 0) FROM event").mapTo(Long.class).one();
    }

    /** Nobody wants it any more: nothing of it is kept. */
    public static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** All entries, in order. */
    public List<LedgerEntry> entries() {
        return since(0);
    }

    /** The entries after a number, in order. */
    public List<LedgerEntry> since(long number) {
        List<LedgerEntry> entries = new ArrayList<>();
        read("WHERE number > :n ORDER BY number", Map.of("n", number), entries::add);
        return entries;
    }

    private List<LedgerEntry> of(Handle handle, String ticket) {
        return handle.createQuery(select + "WHERE ticket = :t ORDER BY number").bind("t", ticket).map(ENTRY).list();
    }

    /** The entries of the tickets that are not closed, and nothing else, in order. */
    public List<LedgerEntry> ofOpenTickets() {
        List<LedgerEntry> entries = new ArrayList<>();
        if (projected) {
            read("WHERE ticket IN (SELECT number FROM ticket WHERE open = 1) ORDER BY number", Map.of(), entries::add);
            return entries;
        }
        each(entries::add);
        Set<String> closed = entries.stream().filter(e -> e.event() instanceof TicketEvent.Closed).map(LedgerEntry::ticket)
                .collect(Collectors.toSet());
        entries.removeIf(e -> e.ofBench() || closed.contains(e.ticket()));
        return entries;
    }

    /** Whether its tickets are practice; empty in a ledger without tickets. A ledger belongs to its world for ever. */
    public Optional<Boolean> isPractice() {
        List<LedgerEntry> first = new ArrayList<>();
        read("WHERE ticket <> :bench ORDER BY number LIMIT 1", Map.of("bench", LedgerEntry.BENCH), first::add);
        return first.stream().findFirst().map(e -> !(e.event() instanceof TicketEvent.Opened opened) || opened.simulated());
    }

    /** The last entry; empty in an empty ledger. */
    public Optional<LedgerEntry> last() {
        List<LedgerEntry> last = new ArrayList<>();
        read("ORDER BY number DESC LIMIT 1", Map.of(), last::add);
        return last.stream().findFirst();
    }

    /**
     * What a search finds, newest first.
     *
     * @param search words, tickets, identifiers, days as {@code 2026-05-12}; all of them have to be there; blank for every entry
     * @param before only entries with a lower number
     * @param most at most so many
     */
    public List<LedgerEntry> find(String search, long before, int most) {
        SearchWords.Query query = SearchWords.query(search);
        List<LedgerEntry> found = new ArrayList<>();
        Map<String, Object> values = new HashMap<>(Map.of("before", before, "most", most));
        if (query.words().isEmpty()) {
            read("WHERE number < :before ORDER BY number DESC LIMIT :most", values, found::add);
        } else {
            values.put("query", engine.query(query));
            read("WHERE number IN (SELECT rowid FROM word WHERE " + engine.inIndex()
                    + " AND rowid < :before ORDER BY rowid DESC LIMIT :most) "
                    + "ORDER BY number DESC", values, found::add);
        }
        return found;
    }

    /**
     * Makes everything that is computed from the entries anew.
     *
     * @return whether it was not stopped; the rest is then made at the next opening
     */
    public boolean rebuild(Watcher watcher) {
        told(() -> jdbi.inTransaction(h -> {
            projections(h).empty();
            return true;
        }));
        return project(watcher);
    }

    private Projections projections(Handle handle) {
        return new Projections(handle, engine, t -> of(handle, t));
    }

    /** Takes in what the tables do not know of yet: all of it after a migration. */
    private boolean project(Watcher watcher) {
        for (long done = projectSome(); done > 0; done = projectSome()) {
            if (!watcher.goOn(done)) {
                return false;
            }
        }
        return true;
    }

    /** @return number of the last entry taken in; 0 when there was none left */
    private synchronized long projectSome() {
        return told(() -> jdbi.inTransaction(h -> {
            long last = Projections.last(h);
            List<LedgerEntry> next = h.createQuery(select + "WHERE number > :n ORDER BY number LIMIT :most").bind("n", last)
                    .bind("most", Projections.AT_ONCE).map(ENTRY).list();
            projections(h).add(next, last);
            return next.isEmpty() ? 0L : next.getLast().number();
        }));
    }

    /** The entries of a ticket, in order. */
    public List<LedgerEntry> of(String ticket) {
        return ask(h -> of(h, ticket));
    }

    /** The entries of all tickets that are devices of a lot, closed ones too, in order. */
    public List<LedgerEntry> ofLot(String lot) {
        List<LedgerEntry> entries = new ArrayList<>();
        read("WHERE ticket IN (SELECT ticket FROM event WHERE body LIKE :joined AND body LIKE :lot) ORDER BY number", Map.of("joined",
                "%\"" + TicketEvent.LOT_JOINED + "\"%", "lot", "%\"" + lot.replaceAll("[^A-Za-z0-9-]", "") + "\"%"), entries::add);
        return entries;
    }

    /** Gives every entry, in order, to somebody; a ledger of any length takes little memory. */
    public void each(Consumer<LedgerEntry> taker) {
        read("ORDER BY number", Map.of(), taker);
    }

    private void read(String which, Map<String, ?> values, Consumer<LedgerEntry> taker) {
        ask(h -> {
            try (Stream<LedgerEntry> rows = h.createQuery(select + which).bindMap(values).setFetchSize(500).map(ENTRY).stream()) {
                rows.forEach(taker);
            }
            return true;
        });
    }

    /** Work on the database. */
    private interface Work<T> {
        T run();
    }

    private <T> T told(Work<T> work) {
        try {
            return work.run();
        } catch (JdbiException e) {
            throw engine.told(e);
        }
    }

    Engine engine() {
        return engine;
    }

    /** What its tables answer. */
    public LedgerTables tables() {
        return tables;
    }

    private synchronized <T> T ask(HandleCallback<T, RuntimeException> question) {
        return told(() -> engine.read(question));
    }

    /** What is wrong with it: its chain, its meaning, its end. @param seen what is remembered of it; null for nothing */
    public LedgerCheck check(@Nullable LedgerSeen seen, Instant now) {
        return check(seen, List.of(), now, _ -> true).orElseThrow();
    }

    /**
     * The same, watched. Entries and tables are looked at as they are at one moment, whatever is appended meanwhile, which nothing here
     * holds up.
     *
     * @param anchors what it has to agree with
     * @return empty when it was stopped
     */
    public synchronized Optional<LedgerCheck> check(@Nullable LedgerSeen seen, List<Anchor> anchors, Instant now, Watcher watcher) {
        return told(() -> {
            engine.health();
            return engine.moment(h -> check(h, new LedgerCheck.Running(seen, now).anchored(anchors), watcher));
        });
    }

    private Optional<LedgerCheck> check(Handle h, LedgerCheck.Running check, Watcher watcher) {
        ProjectionCheck tables = new ProjectionCheck(h, t -> of(h, t));
        try (Stream<LedgerEntry> rows = h.createQuery(select + "ORDER BY number").setFetchSize(500).map(ENTRY).stream()) {
            for (Iterator<LedgerEntry> all = rows.iterator(); all.hasNext();) {
                LedgerEntry e = all.next();
                TicketEvent event = e.event();
                check.add(e, event);
                if (projected) {
                    tables.add(e, event);
                }
                if (!watcher.goOn(e.number())) {
                    return Optional.<LedgerCheck>empty();
                }
            }
        }
        return Optional.of(check.end(projected ? tables.end() : List.of()));
    }

    @Override
    public synchronized void close() {
        engine.close();
    }
}
