package wistaxis.store.ledger;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskTrouble;

/**
 * The append-only table of chained events, in SQLite with write-ahead log and full synchronous writes: what {@link #append} has returned is on the disk. On one connection; safe for use by several
 * threads, and beside other processes.
 */
public final class Ledger implements AutoCloseable {
    private static final Database DATABASE = new Database("ledger", "schema", 2);

    /** A time that is none shows as a changed entry: its digest is over the text that was there. */
    private static final RowMapper<LedgerEntry> ENTRY = (r, _) -> new LedgerEntry(r.getLong("number"), r.getString("ticket"), time(r.getString("at")), r.getString("wall") == null ? null : time(r.getString("wall")),
            r.getString("body"), r.getString("previous"), r.getString("digest"));

    private final Path file;
    private final Connection connection;
    private final Jdbi jdbi;
    private final InstantSource wall;
    private final String select;

    private Ledger(Path file, Connection connection, InstantSource wall) {
        this.file = file;
        this.connection = connection;
        this.jdbi = Jdbi.create(connection);
        this.wall = wall;
        this.select = "SELECT number, ticket, at, body, previous, digest, " + (Database.version(jdbi) < 2 ? "NULL AS wall" : "wall") + " FROM event ";
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
     * @throws DiskTrouble when the file is damaged, or the disk does not let it be opened
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public static Ledger open(Path file, InstantSource wall) {
        return new Ledger(file, DATABASE.open(file), wall);
    }

    /**
     * Opens the ledger to read it; nothing is changed, in it or beside it.
     *
     * @throws DiskTrouble when it is missing or damaged, or cannot be read
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public static Ledger openReadOnly(Path file) {
        return new Ledger(file, DATABASE.openReadOnly(file), Clock.systemUTC());
    }

    /** The ticket is not as it was when it was decided what to append. */
    public static final class Moved extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private Moved(String ticket, long seen, long now) {
            super("ticket [" + ticket + "] has moved on: its last entry was [" + seen + "] when this was decided and is [" + now + "] now. Look at it again; nothing was written.");
        }
    }

    /** Takes events one after another, all of them in one go. */
    public final class Appender {
        private final Handle handle;

        private Appender(Handle handle) {
            this.handle = handle;
        }

        /** Appends an event at a bench time. */
        public LedgerEntry append(String ticket, TicketEvent event, Instant at) {
            Optional<LedgerEntry> last = handle.createQuery(select + "ORDER BY number DESC LIMIT 1").map(ENTRY).findOne();
            LedgerEntry next = Chain.link(last.map(LedgerEntry::digest).orElse(Chain.START), last.map(LedgerEntry::number).orElse(0L) + 1, ticket,
                    at.truncatedTo(ChronoUnit.MILLIS), wall.instant().truncatedTo(ChronoUnit.MILLIS), event.toJson());
            handle.execute("INSERT INTO event (number, ticket, at, wall, body, previous, digest) VALUES (?, ?, ?, ?, ?, ?, ?)",
                    next.number(), next.ticket(), next.at().toString(), String.valueOf(next.wall()), next.body(), next.previous(), next.digest());
            return next;
        }

        /** Opens a ticket under the next free number, {@code T-0001} upwards. */
        public LedgerEntry openTicket(TicketEvent.Opened opened, Instant at) {
            int last = handle.createQuery("SELECT coalesce(max(cast(substr(ticket, 3) AS INTEGER)), 0) FROM event").mapTo(Integer.class).one();
            return append(String.format(Locale.ROOT, "T-%04d", last + 1), opened, at);
        }

        /** Refuses to go on unless a ticket's last entry is still the one that was seen. @throws Moved when it is not */
        public void unmoved(String ticket, long seen) {
            long now = handle.createQuery("SELECT coalesce(max(number), 0) FROM event WHERE ticket = :t").bind("t", ticket).mapTo(Long.class).one();
            if (now != seen) {
                throw new Moved(ticket, seen, now);
            }
        }
    }

    /**
     * Appends what the work appends; returns once all of it is safe on the disk. If the work throws, nothing is.
     *
     * @throws DiskTrouble when it cannot be written
     */
    public synchronized <T> T together(Function<Appender, T> work) {
        return told(() -> jdbi.inTransaction(h -> work.apply(new Appender(h))));
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

    /** The entries of a ticket, in order. */
    public List<LedgerEntry> of(String ticket) {
        List<LedgerEntry> entries = new ArrayList<>();
        read("WHERE ticket = :t ORDER BY number", Map.of("t", ticket), entries::add);
        return entries;
    }

    /** Gives every entry, in order, to somebody; a ledger of any length takes little memory. */
    public void each(Consumer<LedgerEntry> taker) {
        read("ORDER BY number", Map.of(), taker);
    }

    private synchronized void read(String which, Map<String, ?> values, Consumer<LedgerEntry> taker) {
        told(() -> jdbi.withHandle(h -> {
            try (Stream<LedgerEntry> rows = h.createQuery(select + which).bindMap(values).setFetchSize(500).map(ENTRY).stream()) {
                rows.forEach(taker);
            }
            return true;
        }));
    }

    /** Work on the database. */
    private interface Work<T> {
        T run();
    }

    private <T> T told(Work<T> work) {
        try {
            return work.run();
        } catch (JdbiException e) {
            throw DiskTrouble.of("ledger", file, e);
        }
    }

    /** What is wrong with it: its chain, its meaning, its end. @param seen what is remembered of it; null for nothing */
    public LedgerCheck check(@Nullable LedgerSeen seen, Instant now) {
        LedgerCheck.Running check = new LedgerCheck.Running(seen, now);
        each(check::add);
        return check.end();
    }

    @Override
    public synchronized void close() {
        try {
            connection.close();
        } catch (SQLException e) {
            throw DiskTrouble.of("ledger", file, e);
        }
    }
}
