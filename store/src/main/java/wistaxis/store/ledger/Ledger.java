package wistaxis.store.ledger;

import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.mapper.RowMapper;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;

/**
 * The append-only table of chained events, in SQLite with write-ahead log and full synchronous writes: what {@link #append}
 * has returned is on the disk. Safe for use by several threads and processes.
 */
public final class Ledger {
    private static final Database DATABASE = new Database("ledger", "schema", 1);

    private static final RowMapper<LedgerEntry> ENTRY = (r, _) -> new LedgerEntry(
            r.getLong("number"), r.getString("ticket"), Instant.parse(r.getString("at")), r.getString("body"), r.getString("previous"), r.getString("digest"));

    private final Jdbi jdbi;

    private Ledger(Jdbi jdbi) {
        this.jdbi = jdbi;
    }

    /**
     * Opens the ledger, making it where there is none.
     *
     * @throws LedgerDamaged when the file is not a whole database
     * @throws wistaxis.core.facts.BadInput when a newer Wistaxis wrote it
     */
    public static Ledger open(Path file) {
        return new Ledger(DATABASE.open(file));
    }

    /** Takes events one after another, all of them in one go. */
    public static final class Appender {
        private final Handle handle;

        private Appender(Handle handle) {
            this.handle = handle;
        }

        /** Appends an event at a bench time. */
        public LedgerEntry append(String ticket, TicketEvent event, Instant at) {
            Optional<LedgerEntry> last = handle.createQuery("SELECT * FROM event ORDER BY number DESC LIMIT 1").map(ENTRY).findOne();
            LedgerEntry next = Chain.link(last.map(LedgerEntry::digest).orElse(Chain.START), last.map(LedgerEntry::number).orElse(0L) + 1, ticket,
                    at.truncatedTo(ChronoUnit.MILLIS), event.toJson());
            handle.execute("INSERT INTO event (number, ticket, at, body, previous, digest) VALUES (?, ?, ?, ?, ?, ?)",
                    next.number(), next.ticket(), next.at().toString(), next.body(), next.previous(), next.digest());
            return next;
        }

        /** Opens a ticket under the next free number, {@code T-0001} upwards. */
        public LedgerEntry openTicket(TicketEvent.Opened opened, Instant at) {
            int last = handle.createQuery("SELECT coalesce(max(cast(substr(ticket, 3) AS INTEGER)), 0) FROM event").mapTo(Integer.class).one();
            return append(String.format(java.util.Locale.ROOT, "T-%04d", last + 1), opened, at);
        }
    }

    /** Appends what the work appends; returns once all of it is safe on the disk. If the work throws, nothing is. */
    public <T> T together(Function<Appender, T> work) {
        return jdbi.inTransaction(h -> work.apply(new Appender(h)));
    }

    /** Appends an event at a bench time; returns once it is safe on the disk. */
    public LedgerEntry append(String ticket, TicketEvent event, Instant at) {
        return together(a -> a.append(ticket, event, at));
    }

    /** Opens a ticket under the next free number, {@code T-0001} upwards. */
    public LedgerEntry openTicket(TicketEvent.Opened opened, Instant at) {
        return together(a -> a.openTicket(opened, at));
    }

    /** All entries, in order. */
    public List<LedgerEntry> entries() {
        return jdbi.withHandle(h -> h.createQuery("SELECT * FROM event ORDER BY number").map(ENTRY).list());
    }

    /** @return what breaks the chain, in words; empty when it holds */
    public Optional<String> verify() {
        return Chain.verify(entries());
    }
}
