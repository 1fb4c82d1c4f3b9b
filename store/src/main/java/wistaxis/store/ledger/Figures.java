package wistaxis.store.ledger;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.Range;
import wistaxis.core.route.Wilson;

/**
 * The shop's figures over a stretch of time, from the ledger's tables. Every share carries its cases and its 95 % interval (Wilson), and
 * below three cases nothing is said.
 *
 * @param tickets opened in that time
 * @param closed of these
 * @param troubles what came in
 * @param models which
 * @param helped what helped, by trouble and rung
 * @param keys attempts that landed, by school, on real devices
 * @param host what helped against trouble at the host
 * @param promise kept of those that were promised and closed
 * @param late minutes late of those that were; null below three
 * @param stages how long the stages of a run took, seconds
 */
public record Figures(int tickets, int closed, List<Count> troubles, List<Count> models, List<Share> helped, List<Share> keys,
        List<Share> host, @Nullable Share promise, @Nullable Range late, List<Length> stages) {
    /** Fewer say nothing. */
    public static final int FEWEST = 3;

    /** @param n of them */
    public record Count(String what, int n) {}

    /**
     * @param of in all, at least {@link #FEWEST}
     * @param low lower end of the 95 % interval, 0 to 1
     */
    public record Share(String what, int n, int of, double low, double high) {
        static Share of(String what, int n, int of) {
            Wilson w = Wilson.of(n, of);
            return new Share(what, n, of, w.low(), w.high());
        }
    }

    /** @param seconds 10th, 50th and 90th percentile */
    public record Length(String what, Range seconds) {}

    public Figures {
        troubles = List.copyOf(troubles);
        models = List.copyOf(models);
        helped = List.copyOf(helped);
        keys = List.copyOf(keys);
        host = List.copyOf(host);
        stages = List.copyOf(stages);
    }

    private record Query(Handle handle, String from, String to) {
        private static final String WITHIN = "t.opened >= :from AND t.opened < :to";

        List<Count> counts(String column) {
            return handle.createQuery("SELECT " + column + ", count(*) FROM ticket t WHERE " + WITHIN + " AND " + column
                    + " IS NOT NULL GROUP BY 1 HAVING count(*) >= " + FEWEST + " ORDER BY 2 DESC, 1").bind("from", from).bind("to", to)
                    .map((r, _) -> new Count(r.getString(1), r.getInt(2))).list();
        }

        int count(String and) {
            return handle.createQuery("SELECT count(*) FROM ticket t WHERE " + WITHIN + and).bind("from", from).bind("to", to)
                    .mapTo(Integer.class).one();
        }

        /** @param what an expression over the table and its ticket @param good counts 1 where it is so */
        List<Share> shares(String table, String what, String good, String where) {
            return handle.createQuery("SELECT " + what + ", sum(" + good + "), count(*) FROM " + table + " x JOIN ticket t ON t.number = "
                    + "x.ticket WHERE " + WITHIN + where + " GROUP BY 1 HAVING count(*) >= " + FEWEST + " ORDER BY 3 DESC, 1")
                    .bind("from", from).bind("to", to).map((r, _) -> Share.of(r.getString(1), r.getInt(2), r.getInt(3))).list();
        }

        List<Length> lengths() {
            List<Length> all = new ArrayList<>();
            List<Object[]> rows =
                    handle.createQuery("SELECT x.stage, x.seconds FROM stage_time x JOIN ticket t ON t.number = x.ticket WHERE "
                    + WITHIN + " ORDER BY x.stage").bind("from", from).bind("to", to)
                    .map((r, _) -> new Object[] {r.getString(1), r.getDouble(2)}).list();
            rows.stream().map(r -> (String) r[0]).distinct().forEach(stage -> {
                List<Double> seconds = rows.stream().filter(r -> r[0].equals(stage)).map(r -> (Double) r[1]).toList();
                if (seconds.size() >= FEWEST) {
                    all.add(new Length(stage, Range.of(seconds)));
                }
            });
            return all;
        }

        /** Minutes that closed and promised tickets were late; early where negative. */
        List<Double> minutesLate() {
            return handle.createQuery("SELECT closed, promised FROM ticket t WHERE " + WITHIN
                    + " AND closed IS NOT NULL AND promised IS NOT "
                    + "NULL").bind("from", from).bind("to", to)
                    .map((r, _) -> Duration.between(Instant.parse(r.getString(2)), Instant.parse(r
                    .getString(1))).toMillis() / 60_000.0).list();
        }
    }

    static Figures of(Handle handle, Instant from, Instant to) {
        Query q = new Query(handle, from.toString(), to.toString());
        List<Double> late = q.minutesLate();
        List<Double> those = late.stream().filter(m -> m > 0).toList();
        return new Figures(q.count(""), q.count(" AND t.closed IS NOT NULL"), q.counts("trouble"), q.counts("identifier"),
                q.shares("attempt", "x.trouble || ': ' || x.step", "x.outcome = 'helped'",
                " AND x.outcome IS NOT NULL AND x.trouble IS NOT NULL "
                + "AND x.step <> 'hardware'"),
                q.shares("keys_try", "x.school || ', ' || x.goal", "x.landed", ""),
                q.shares("host_try", "x.trouble || ': ' || x.step", "x.helped", ""),
                late.size() < FEWEST ? null : Share.of("promise", late.size() - those.size(), late.size()),
                those.size() < FEWEST ? null : Range.of(those), q.lengths());
    }
}
