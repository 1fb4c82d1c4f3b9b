package wistaxis.store.ledger;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.ticket.Timeline;
import wistaxis.core.usb.Bound;

/**
 * The tables that lists, statistics and searches read: one row a ticket, an attempt, a stage of a run, a download, what a real device
 * taught, and the words of every entry. Written in the transaction that appends the entry; made
 * anew from the entries at any time.
 */
final class Projections {
    /** So many entries are projected in one go. */
    static final int AT_ONCE = 20_000;

    private final Handle handle;
    private final Engine engine;
    private final TicketEntries entries;

    /** Gives the entries of a ticket, in order. */
    interface TicketEntries {
        List<LedgerEntry> of(String ticket);
    }

    Projections(Handle handle, Engine engine, TicketEntries entries) {
        this.engine = engine;
        this.handle = handle;
        this.entries = entries;
    }

    /** Number of the last entry that the tables know of. */
    static long last(Handle handle) {
        return handle.createQuery("SELECT last FROM projected").mapTo(Long.class).one();
    }

    /** Empties the tables, so that all entries are taken in anew. */
    void empty() {
        List.of("ticket", "attempt", "stage_time", "download_time", "device_kind", "host_try", "keys_try", "shown_stage")
                .forEach(table -> handle.execute("DELETE FROM " + table));
        handle.execute(engine.emptyIndex());
        handle.execute("UPDATE projected SET last = 0");
    }

    /** Takes in entries. @param after number of the entry before them; tables that lag behind it are caught up with at the next opening */
    void add(List<LedgerEntry> appended, long after) {
        Set<String> tickets = new LinkedHashSet<>();
        appended.stream().filter(e -> !e.ofBench()).forEach(e -> tickets.add(e.ticket()));
        List<Projection> now = tickets.stream().map(t -> Projection.of(entries.of(t))).toList();
        appended.stream().filter(e -> e.event() instanceof TicketEvent.TakenBack).map(LedgerEntry::ticket).distinct().forEach(t ->
                List.of("stage_time", "download_time").forEach(table -> Statements.run(handle, "DELETE FROM " + table
                + " WHERE ticket = ?", t)));
        now.forEach(this::put);
        words(appended, now);
        if (!appended.isEmpty()) {
            handle.execute("UPDATE projected SET last = ? WHERE last = ?", appended.getLast().number(), after);
        }
    }

    private void put(Projection p) {
        Ticket t = p.ticket();
        Statements.run(handle, "DELETE FROM ticket WHERE number = ?", t.number());
        Statements.run(handle,
                "INSERT INTO ticket (number, nr, title, stage, open, identifier, trouble, last, opened, closed, promised, "
                        + "hands, runs, line, lies, again) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                t.number(), nr(t.number()), t.title(), t.stage().name(), t.closed() == null ? 1 : 0, t.identifier(),
                t.facts().get("trouble"), p.last(), opened(t), closed(t), promised(t),
                p.spent().get(Timeline.Kind.HANDS), p.spent().get(Timeline.Kind.RUNS), p.spent().get(Timeline.Kind.LINE),
                p.spent().get(Timeline.Kind.LIES), p.again());
        Statements.run(handle, "DELETE FROM attempt WHERE ticket = ?", t.number());
        Statements.runAll(handle, "INSERT INTO attempt (ticket, n, step, identifier, trouble, outcome) VALUES (?, ?, ?, ?, ?, ?)",
                attempts(t));
        Statements.runAll(handle,
                "INSERT INTO stage_time (entry, ticket, identifier, stage, seconds) VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING",
                p.stages().stream().map(s -> row(s.entry(), t.number(), s.identifier(), s.stage(), s.seconds())).toList());
        Statements.runAll(handle, "INSERT INTO download_time (entry, ticket, bytes, seconds) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING",
                p.downloads().stream().map(d -> row(d.entry(), t.number(), d.bytes(), d.seconds())).toList());
        if (t.isObserved()) {
            lessons(t).forEach((table, rows) -> {
                Statements.run(handle, "DELETE FROM " + table + " WHERE ticket = ?", t.number());
                if (!rows.isEmpty()) {
                    Statements.runAll(handle, "INSERT INTO " + table + " VALUES (" + "?, ".repeat(rows.getFirst().length - 1) + "?)", rows);
                }
            });
        }
    }

    /** When it was opened; empty, which lies in no stretch of time, for one that was taken back. */
    static String opened(Ticket t) {
        return t.isTakenBack() ? "" : t.openedAt().toString();
    }

    /** When it was closed; null while it is open. What is written on it afterwards, a document or an unlock, may come later. */
    static @Nullable String closed(Ticket t) {
        return t.closedAt() == null ? null : t.closedAt().toString();
    }

    /** When it was promised; null where nobody said, or it cannot be read. */
    static @Nullable String promised(Ticket t) {
        try {
            String said = t.facts().get("promised");
            return said == null ? null : Instant.parse(said).toString();
        } catch (DateTimeException _) {
            return null;
        }
    }

    /**
     * What the tables hold, or should hold, of what a real device taught: what it was, what was tried at the computer, how button
     * sequences went, which stages a run showed.
     */
    static Map<String, List<@Nullable Object[]>> lessons(Ticket t) {
        Observed seen = t.observed();
        Bound bound = seen.bound();
        Map<String, List<@Nullable Object[]>> tables = new LinkedHashMap<>();
        tables.put("device_kind", bound == null || bound.kind() == null || t.identifier() == null ? List.of()
                : List.<@Nullable Object[]>of(row(t.number(), bound.kind(), t.identifier())));
        List<@Nullable Object[]> tries = new ArrayList<>();
        seen.problems().forEach(problem -> problem.tries().forEach(made -> tries.add(row(t.number(), tries.size() + 1, problem.kind(),
                problem.words(), made.step(), made.helped() ? 1 : 0))));
        tables.put("host_try", tries);
        List<@Nullable Object[]> keys = new ArrayList<>();
        if (t.identifier() != null) {
            seen.buttons().stream().filter(k -> k.by() != null).forEach(k -> keys.add(row(t.number(), keys.size() + 1, k.method(), k.goal(),
                    k.by(), t.identifier(), k.landed() ? 1 : 0)));
        }
        tables.put("keys_try", keys);
        List<@Nullable Object[]> shown = new ArrayList<>();
        if (t.identifier() != null) {
            int run = 0;
            for (Attempt a : t.attempts()) {
                run++;
                for (String stage : a.run() == null || a.run().written() == null ? List.<String>of() : a.run().seen()) {
                    shown.add(row(t.number(), shown.size() + 1, run, t.identifier(), stage));
                }
            }
        }
        tables.put("shown_stage", shown);
        return tables;
    }

    /** What the table holds, or should hold, of a ticket's attempts. */
    static List<@Nullable Object[]> attempts(Ticket t) {
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (Attempt a : t.attempts()) {
            rows.add(row(t.number(), rows.size() + 1, a.step(), t.identifier(), t.facts().get("trouble"),
                    a.outcome().map(Attempt.Outcome::toString).orElse(null)));
        }
        return rows;
    }

    private static @Nullable Object[] row(@Nullable Object... values) {
        return values;
    }

    private void words(List<LedgerEntry> appended, List<Projection> now) {
        Map<String, Ticket> tickets = now.stream().map(Projection::ticket).collect(Collectors.toMap(Ticket::number, t -> t));
        Statements.runAll(handle, engine.intoIndex(),
                appended.stream().map(e -> row(e.number(), engine.indexed(SearchWords.of(e, tickets.get(e.ticket()))))).toList());
    }

    /** The number in a ticket's name; 0 for one that has none. */
    static long nr(String ticket) {
        return Optional.of(ticket).filter(t -> t.matches("T-\\d{1,15}")).map(t -> Long.parseLong(t.substring(2))).orElse(0L);
    }

    /** A ticket's name for a number. */
    static String name(long nr) {
        return String.format(Locale.ROOT, "T-%04d", nr);
    }
}
