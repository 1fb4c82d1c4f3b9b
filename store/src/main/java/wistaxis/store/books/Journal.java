package wistaxis.store.books;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.function.Function;
import java.util.stream.LongStream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Database;
import wistaxis.store.ledger.Engine;

/**
 * What is done at a bench while the server that keeps the ledger is away, in a file of the data folder that is written as safely as a
 * ledger; and the numbers of tickets that are kept for the bench. One connection; safe for use by several threads.
 */
final class Journal implements AutoCloseable {
    private static final Database DATABASE = new Database("journal", "journal", 1);

    private static final RowMapper<Kept> KEPT = (r, _) -> new Kept(r.getLong("n"), r.getLong("base"), r.getLong("number"),
            r.getString("ticket"), r.getLong("seen"), Instant.parse(r.getString("at")), Instant.parse(r.getString("kept")),
            r.getString("body"), r.getObject("became") == null ? null : r.getLong("became"), r.getInt("held") == 1);

    private final Engine engine;

    /**
     * Something that was done.
     *
     * @param n its place among all
     * @param base number of the ledger's last entry, as far as it was known here
     * @param number under which it was shown here; it may get another one in the ledger
     * @param seen number of the ticket's last entry in the ledger, as far as it was known here
     * @param at the bench's time
     * @param kept the wall clock's time
     * @param body as it is stored
     * @param became its number in the ledger, once it is there
     * @param held whether it waits for somebody who decides
     */
    record Kept(long n, long base, long number, String ticket, long seen, Instant at, Instant kept, String body, @Nullable Long became,
            boolean held) {
        TicketEvent event() {
            return TicketEvent.parse(body, "journal " + n);
        }

        boolean waits() {
            return became == null && !held;
        }
    }

    private Journal(Engine engine) {
        this.engine = engine;
    }

    static Journal open(DataFolder folder) {
        return new Journal(DATABASE.engine(folder.shopJournal()));
    }

    /** All of it, in order. */
    synchronized List<Kept> all() {
        return told(h -> h.createQuery("SELECT * FROM entry ORDER BY n").map(KEPT).list());
    }

    /**
     * Keeps what was done, all or none; on the disk when this returns. @param used a number of a ticket that is kept no more; 0 for none
     */
    synchronized void add(List<Kept> more, long used) {
        engine.check();
        told(h -> {
            more.forEach(k -> h.execute("INSERT INTO entry (base, number, ticket, seen, at, kept, body) VALUES (?, ?, ?, ?, ?, ?, ?)",
                    k.base(),
                    k.number(), k.ticket(), k.seen(), k.at().toString(), k.kept().toString(), k.body()));
            return h.execute("DELETE FROM ticket_number WHERE number = ?", used);
        });
        engine.check();
    }

    /** They are in the ledger. @param numbers by their place here */
    synchronized void became(Map<Long, Long> numbers) {
        told(h -> {
            numbers.forEach((n, number) -> h.execute("UPDATE entry SET became = ?, held = 0 WHERE n = ?", number, n));
            return true;
        });
    }

    /** They wait for somebody who decides. */
    synchronized void hold(List<Kept> those) {
        told(h -> {
            those.forEach(k -> h.execute("UPDATE entry SET held = 1 WHERE n = ?", k.n()));
            return true;
        });
    }

    /** They go into the ledger behind an entry of their ticket. */
    synchronized void release(String ticket, long behind) {
        told(h -> h.execute("UPDATE entry SET held = 0, seen = ? WHERE ticket = ? AND held = 1", behind, ticket));
    }

    /** What was held of a ticket counts no more. */
    synchronized void drop(String ticket) {
        told(h -> h.execute("DELETE FROM entry WHERE ticket = ? AND held = 1", ticket));
    }

    /** Once everything is in the ledger, nothing needs to be known of it here. */
    synchronized void tidy() {
        told(h -> h.execute("DELETE FROM entry WHERE NOT EXISTS (SELECT 1 FROM entry WHERE became IS NULL)"));
    }

    /** How many numbers of tickets are kept. */
    synchronized long numbers() {
        return told(h -> h.createQuery("SELECT count(*) FROM ticket_number").mapTo(Long.class).one());
    }

    /** The lowest of them. */
    synchronized OptionalLong nextNumber() {
        return told(h -> h.createQuery("SELECT number FROM ticket_number ORDER BY number LIMIT 1").mapTo(Long.class).findOne()).map(
                OptionalLong::of).orElse(OptionalLong.empty());
    }

    synchronized void keepNumbers(LongStream numbers) {
        told(h -> {
            numbers.forEach(n -> h.execute("INSERT OR IGNORE INTO ticket_number (number) VALUES (?)", n));
            return true;
        });
    }

    private <T> T told(Function<Handle, T> work) {
        try {
            return engine.jdbi().inTransaction(work::apply);
        } catch (JdbiException e) {
            throw engine.told(e);
        }
    }

    @Override
    public synchronized void close() {
        engine.close();
    }
}
