package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jdbi.v3.core.HandleCallback;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Projection;
import wistaxis.core.usb.Kinds;

/** What the tables that are computed from a ledger's entries answer: counts, evidence, figures. */
public final class LedgerTables {
    private final Asking asking;
    private final Engine engine;
    private final boolean projected;

    /** Asks the database, one question at a time, and tells what is wrong with the disk. */
    interface Asking {
        <T> T ask(HandleCallback<T, RuntimeException> question);
    }

    /** @param projected whether the tables are of this Wistaxis */
    LedgerTables(Asking asking, Engine engine, boolean projected) {
        this.engine = engine;
        this.asking = asking;
        this.projected = projected;
    }

    /** How many tickets are closed. */
    public long closedTickets() {
        return asking.ask(h -> h.createQuery("SELECT count(*) FROM ticket WHERE open = 0 AND opened <> ''")
                .mapTo(Long.class).one());
    }

    /** See {@link LedgerStore#closedBefore}. */
    public Map<String, String> closedBefore(Instant moment) {
        return asking.ask(h -> h.createQuery("SELECT number, title FROM ticket WHERE open = 0 AND closed < :moment "
                + "ORDER BY nr").bind("moment", moment.toString()).reduceRows(new LinkedHashMap<>(), (all, row) -> {
                    all.put(row.getColumn("number", String.class), row.getColumn("title", String.class));
                    return all;
                }));
    }

    /** See {@link LedgerStore#notForgotten}. */
    public List<String> notForgotten(Collection<String> tickets) {
        return asking.ask(h -> tickets.stream().filter(t -> h.createQuery("SELECT body FROM event WHERE ticket = :ticket "
                + "AND (body LIKE '%\"customer-sealed\"%' OR body LIKE '%\"customer-forgotten\"%') ORDER BY number DESC LIMIT 1")
                .bind("ticket", t).mapTo(String.class).findOne().filter(b -> b.contains("\"customer-sealed\"")).isPresent()).toList());
    }

    /** The latest lengths of stages and downloads, in the order in which they were measured. @param most at most so many of each */
    public Projection.Times times(int most) {
        if (!projected) {
            return new Projection.Times(List.of(), List.of()); // an old ledger that is only looked at
        }
        return asking.ask(h -> new Projection.Times(
                h.createQuery("SELECT * FROM (SELECT entry, identifier, stage, seconds FROM stage_time ORDER BY entry DESC LIMIT :most) x "
                        + "ORDER BY entry").bind("most", most)
                        .map((r, _) -> new Projection.StageTime(r.getLong(1), r.getString(2), r.getString(3), r.getDouble(4))).list(),
                h.createQuery("SELECT * FROM (SELECT entry, bytes, seconds FROM download_time ORDER BY entry DESC LIMIT :most) x ORDER BY "
                        + "entry").bind("most", most)
                        .map((r, _) -> new Projection.DownloadTime(r.getLong(1), r.getLong(2), r.getDouble(3))).list()));
    }

    public Cases cases() {
        return asking.ask(h -> new Cases(Projections.last(h),
                h.createQuery("SELECT identifier, trouble, step, outcome, count(*) FROM attempt "
                + "WHERE identifier IS NOT NULL AND trouble IS NOT NULL AND outcome IS NOT NULL GROUP BY identifier, trouble, step, "
                + "outcome")
                .map((r, _) -> new Cases.Case(r.getString(1), r.getString(2), r.getString(3), r.getString(4), r.getInt(5))).list()));
    }

    /** Which models chips and boards were on real tickets. @param but a ticket that is not counted; empty for none */
    public Kinds kinds(String but) {
        return asking.ask(h -> Kinds.of(h.createQuery("SELECT kind, identifier FROM device_kind WHERE ticket <> :but")
                .bind("but", but).map((r, _) -> Map.entry(r.getString(1), r.getString(2))).list()));
    }

    /** What was tried for a problem at the computer on real tickets, a try each. @param but a ticket that is not counted */
    public List<Observed.Problem> tried(String problem, String but) {
        return asking.ask(h -> h.createQuery("SELECT words, step, helped FROM host_try WHERE trouble = :trouble "
                + "AND ticket <> :but ORDER BY ticket, n").bind("trouble", problem).bind("but", but)
                .map((r, _) -> new Observed.Problem(problem, r.getString(1),
                        List.of(new Observed.Try(r.getString(2), r.getInt(3) == 1)))).list());
    }

    /** The stages that the latest runs on a model showed, each run in its order. @param but a ticket that is not counted */
    public List<List<String>> shown(String identifier, String but) {
        return asking.ask(h -> {
            Map<String, List<String>> runs = new LinkedHashMap<>();
            h.createQuery("SELECT ticket, run, stage FROM shown_stage WHERE ticket IN (SELECT DISTINCT ticket FROM shown_stage "
                    + "WHERE identifier = :identifier AND ticket <> :but ORDER BY ticket DESC LIMIT 25) ORDER BY ticket, n")
                    .bind("identifier", identifier).bind("but", but).map((r, _) -> Map.entry(r.getString(1) + " " + r.getInt(2),
                    r.getString(3))).forEach(e -> runs.computeIfAbsent(e.getKey(), _ -> new ArrayList<>()).add(e.getValue()));
            return List.copyOf(runs.values());
        });
    }

    /** The version that was last written on a model here, and when; empty before one was. */
    public Optional<Written> written(String identifier) {
        return asking.ask(h -> h.createQuery("SELECT " + engine.value("e.body", "version") + ", e.at FROM event e WHERE e.ticket IN "
                + "(SELECT number FROM ticket WHERE identifier = :identifier ORDER BY last DESC LIMIT 25) "
                + "AND " + engine.value("e.body", "type") + " = 'restored' ORDER BY e.number DESC LIMIT 1").bind("identifier", identifier)
                .map((r, _) -> new Written(r.getString(1), Instant.parse(r.getString(2)))).findFirst());
    }

    /** A version that was written here. */
    public record Written(String version, Instant at) {}

    /** How often a method has landed on real devices in one person's hands, by model. */
    public List<MethodResults> landed(String person, String method, String goal) {
        return asking.ask(h -> h.createQuery("SELECT identifier, sum(landed), count(*) FROM keys_try "
                + "WHERE school = :school AND person = :person AND goal = :goal GROUP BY identifier").bind("school", method)
                .bind("person", person).bind("goal", goal)
                .map((r, _) -> new MethodResults(r.getString(1), r.getInt(2), r.getInt(3))).list());
    }

    /**
     * The shop's figures over the tickets that were opened in a stretch of time.
     *
     * @param to not included
     * @param byPerson whether the funnel to the mode is by person too
     */
    public Figures figures(Instant from, Instant to, boolean byPerson) {
        if (!projected) {
            throw new BadInput(t("store.ledger.earlier"));
        }
        return asking.ask(h -> Figures.of(h, engine, from, to, byPerson));
    }
}
