package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/**
 * Whether the tables say of each ticket what its entries say. Keeps tickets only while they are open, so that a ledger of any length
 * takes little memory.
 */
final class ProjectionCheck {
    private static final int MOST = 20;

    private final Handle handle;
    private final Projections.TicketEntries entries;
    private final Map<String, Projection.Running> open = new HashMap<>();
    private final Set<String> seen = new HashSet<>();
    private final Set<String> again = new TreeSet<>();
    private final List<String> findings = new ArrayList<>();

    ProjectionCheck(Handle handle, Projections.TicketEntries entries) {
        this.handle = handle;
        this.entries = entries;
    }

    void add(LedgerEntry e, TicketEvent event) {
        if (e.ofBench() || again.contains(e.ticket())) {
            return;
        }
        if (seen.add(e.ticket())) {
            open.put(e.ticket(), new Projection.Running());
        }
        Projection.Running running = open.get(e.ticket());
        if (running == null) {
            again.add(e.ticket()); // it goes on after it was closed
            return;
        }
        running.add(e, event);
        if (event instanceof TicketEvent.Closed) {
            open.remove(e.ticket());
            if (lastOf(e.ticket()) == e.number()) {
                compare(running.projection());
            } else {
                again.add(e.ticket());
            }
        }
    }

    private long lastOf(String ticket) {
        return handle.createQuery("SELECT last FROM ticket WHERE number = ?").bind(0, ticket).mapTo(Long.class).findOne().orElse(0L);
    }

    private void compare(Projection p) {
        Ticket t = p.ticket();
        Optional<String> row = handle.createQuery("SELECT title, stage, open, identifier, trouble, last, opened, closed, promised, "
                + "CAST(round(hands + runs + line + lies) AS BIGINT), again FROM ticket WHERE number = ?").bind(0, t.number())
                .map((r, _) -> values(r)).findOne().map(v -> String.join("\n", v));
        String wanted = String.join("\n", t.title(), t.stage().name(), t.closed() == null ? "1" : "0", text(t.identifier()),
                text(t.facts().get("trouble")), String.valueOf(p.last()), Projections.opened(t), text(Projections.closed(t)),
                text(Projections.promised(t)), String.valueOf(Math.round(p.spent().values().stream().mapToDouble(s -> s).sum())),
                text(p.again()));
        List<String> attempts =
                handle.createQuery("SELECT n || ' ' || step || ' ' || coalesce(outcome, '') FROM attempt WHERE ticket = ? ORDER BY n")
                .bind(0, t.number()).mapTo(String.class).list();
        List<String> are = Projections.attempts(t).stream().map(a -> a[1] + " " + a[2] + " " + text(a[5])).toList();
        if (!row.equals(Optional.of(wanted)) || !attempts.equals(are) || !taught(t)) {
            found(t.number(), row.isEmpty() ? t("store.ledger.tables-nothing") : Arrays.toString(row.get().split("\n")) + " " + attempts);
        }
    }

    /** Whether the tables hold of what its device taught what its entries say. */
    private boolean taught(Ticket t) {
        return !t.isObserved() || Projections.lessons(t).entrySet().stream().allMatch(table -> {
            List<String> are = handle.createQuery("SELECT * FROM " + table.getKey() + " WHERE ticket = ? ORDER BY 2").bind(0, t.number())
                    .map((r, _) -> values(r).toString()).list();
            return are.equals(table.getValue().stream().map(row -> Arrays.stream(row).map(ProjectionCheck::text).toList().toString())
                    .toList());
        });
    }

    private static List<String> values(ResultSet row) throws SQLException {
        List<String> values = new ArrayList<>();
        for (int i = 1; i <= row.getMetaData().getColumnCount(); i++) {
            values.add(text(row.getString(i)));
        }
        return values;
    }

    private static String text(@Nullable Object value) {
        return value == null ? "" : value.toString();
    }

    private void found(String ticket, String says) {
        if (findings.size() < MOST) {
            findings.add(t("store.ledger.tables", "number", ticket, "says", says));
        }
    }

    /** What does not agree, in words. */
    List<String> end() {
        open.values().forEach(r -> compare(r.projection()));
        again.forEach(t -> compare(Projection.of(entries.of(t))));
        try (Stream<String> all = handle.createQuery("SELECT number FROM ticket ORDER BY number").mapTo(String.class).stream()) {
            all.filter(t -> !seen.contains(t)).forEach(t -> found(t, t("store.ledger.tables-too-much")));
        }
        return findings;
    }
}
