package wistaxis.store.ledger;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.Word;
import wistaxis.core.route.Wilson;
import wistaxis.core.ticket.Timeline;
import wistaxis.core.time.Range;

/**
 * The shop's figures over a stretch of time, from the ledger's tables. Every share carries its cases and its 95 % interval (Wilson), and
 * below three cases nothing is said.
 *
 * @param tickets opened in that time
 * @param closed of these
 * @param problems what came in
 * @param families by button layout
 * @param models which
 * @param helped what helped, by problem and step
 * @param buttons attempts that landed, by method, on real devices
 * @param funnel how many attempts it took to the mode, by method, on real devices; by person too where that was asked for
 * @param again tickets whose device dropped out of the mode and was put into it again, of those that were in one; null below three
 * @param computer what helped against problem at the computer
 * @param promise kept of those that were promised and closed
 * @param late minutes late of those that were; null below three
 * @param spent what the time of closed tickets went into, seconds
 * @param stages how long the stages of a run took, and activation, seconds
 */
public record Figures(int tickets, int closed, List<Count> problems, List<Count> families, List<Count> models, List<Share> helped,
        List<Share> buttons, List<Funnel> funnel, @Nullable Share again, List<Share> computer, @Nullable Share promise,
                @Nullable Range late,
        List<Length> spent, List<Length> stages) {
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

    /**
     * How many attempts it took from out of the mode into it.
     *
     * @param what method and goal, and who, where that was asked for
     * @param first landed at the first
     * @param second at the second
     * @param later at a later one
     * @param never not at all
     */
    public record Funnel(String what, int first, int second, int later, int never) {
        /** In all. */
        public int of() {
            return first + second + later + never;
        }
    }

    /** @param seconds 10th, 50th and 90th percentile */
    public record Length(String what, Range seconds) {}

    public Figures {
        problems = List.copyOf(problems);
        families = List.copyOf(families);
        models = List.copyOf(models);
        helped = List.copyOf(helped);
        buttons = List.copyOf(buttons);
        funnel = List.copyOf(funnel);
        computer = List.copyOf(computer);
        spent = List.copyOf(spent);
        stages = List.copyOf(stages);
    }

    private record Query(Handle handle, String from, String to) {
        private static final String WITHIN = "t.opened >= :from AND t.opened < :to";

        /** Tickets that came with the same problem on the same model. */
        private record Alike(@Nullable String problem, @Nullable String model, int all, int closed, int in, int again) {
            static int sum(List<Alike> of, ToIntFunction<Alike> what) {
                return of.stream().mapToInt(what).sum();
            }
        }

        List<Alike> alike() {
            return handle.createQuery("SELECT t.trouble, t.identifier, count(*), count(t.closed), count(t.again), "
                    + "count(CASE WHEN t.again > 0 THEN 1 END) FROM ticket t WHERE " + WITHIN + " GROUP BY 1, 2")
                    .bind("from", from).bind("to", to).map((r, _) -> new Alike(r.getString(1), r.getString(2), r.getInt(3), r.getInt(4),
                            r.getInt(5), r.getInt(6))).list();
        }

        /** How many there are of each, the most first. @param as what they are counted as; null is not counted */
        static List<Count> counts(List<Alike> each, Function<Alike, @Nullable String> as) {
            Map<String, Integer> all = new TreeMap<>();
            each.forEach(c -> {
                String what = as.apply(c);
                if (what != null) {
                    all.merge(what, c.all(), Integer::sum);
                }
            });
            return all.entrySet().stream().filter(e -> e.getValue() >= FEWEST).map(e -> new Count(e.getKey(), e.getValue()))
                    .sorted(Comparator.comparing(Count::n).reversed()).toList();
        }

        /** @param what two columns of the table, for its ticket @param good counts 1 where it is so */
        List<Share> shares(String table, String[] what, String between, String good, String where) {
            return handle.createQuery("SELECT " + what[0] + ", " + what[1] + ", sum(" + good + "), count(*) FROM " + table
                    + " x JOIN ticket t ON t.number = x.ticket WHERE " + WITHIN + where + " GROUP BY 1, 2 HAVING count(*) >= " + FEWEST
                    + " ORDER BY 4 DESC, 1, 2").bind("from", from).bind("to", to)
                    .map((r, _) -> Share.of(r.getString(1) + between + r.getString(2), r.getInt(3), r.getInt(4))).list();
        }

        private record Took(String what, double seconds) {}

        /** Lengths by what they are of. @param select what and seconds, with a ticket t */
        List<Length> lengths(String select) {
            Map<String, List<Double>> all = handle.createQuery("SELECT " + select + WITHIN).bind("from", from).bind("to", to)
                    .map((r, _) -> new Took(r.getString(1), r.getDouble(2))).stream()
                    .collect(Collectors.groupingBy(Took::what, TreeMap::new, Collectors.mapping(Took::seconds, Collectors.toList())));
            return all.entrySet().stream().filter(e -> e.getValue().size() >= FEWEST)
                    .map(e -> new Length(e.getKey(), Range.of(e.getValue()))).toList();
        }

        /** Of a closed ticket. @param late minutes after what was promised; early where negative @param seconds by kind of time */
        private record Closed(@Nullable Double late, double[] seconds) {}

        /** Looked through once, which counts where there are very many. */
        List<Closed> closed() {
            String columns = Arrays.stream(Timeline.Kind.values()).map(k -> ", t." + k.name().toLowerCase(Locale.ROOT))
                    .collect(Collectors.joining());
            return handle.createQuery("SELECT t.closed, t.promised" + columns
                    + " FROM ticket t WHERE t.closed IS NOT NULL AND " + WITHIN).bind("from", from).bind("to", to).map((r, _) -> {
                        double[] seconds = new double[Timeline.Kind.values().length];
                        for (int k = 0; k < seconds.length; k++) {
                            seconds[k] = r.getDouble(k + 3);
                        }
                        String promised = r.getString(2);
                        return new Closed(promised == null ? null : Duration.between(Instant.parse(promised), Instant.parse(r.getString(1)))
                                .toMillis() / 60_000.0, seconds);
                    }).list();
        }

        /** What the time of closed tickets went into. */
        static List<Length> spent(List<Closed> all) {
            return all.size() < FEWEST ? List.of() : Arrays.stream(Timeline.Kind.values())
                    .map(k -> new Length(Word.of(k), Range.of(all.stream().map(c -> c.seconds()[k.ordinal()]).toList()))).toList();
        }

        /** Attempts of one ticket for one goal belong together until one lands. */
        List<Funnel> funnel(boolean byPerson) {
            Map<String, int[]> all = new TreeMap<>();
            String[] run = {"", ""};
            int[] tries = {0};
            handle.createQuery("SELECT x.ticket || ' ' || x.goal, x.school || ', ' || x.goal" + (byPerson ? " || ', ' || x.person" : "")
                    + ", x.landed FROM keys_try x JOIN ticket t ON t.number = x.ticket WHERE " + WITHIN + " ORDER BY x.ticket, x.goal, x.n")
                    .bind("from", from).bind("to", to).map((r, _) -> new String[] {r.getString(1), r.getString(2), r.getString(3)})
                    .forEach(row -> {
                        if (!row[0].equals(run[0])) {
                            ended(all, run, tries);
                        }
                        run[0] = row[0];
                        run[1] = row[1];
                        tries[0]++;
                        if (row[2].equals("1")) {
                            all.computeIfAbsent(run[1], _ -> new int[4])[Math.min(tries[0], 3) - 1]++;
                            tries[0] = 0;
                        }
                    });
            ended(all, run, tries);
            return all.entrySet().stream().map(e -> new Funnel(e.getKey(), e.getValue()[0], e.getValue()[1], e.getValue()[2],
                    e.getValue()[3])).filter(f -> f.of() >= FEWEST).sorted(Comparator.comparing(Funnel::of).reversed()).toList();
        }

        private static void ended(Map<String, int[]> all, String[] run, int[] tries) {
            if (tries[0] > 0) {
                all.computeIfAbsent(run[1], _ -> new int[4])[3]++;
                tries[0] = 0;
            }
        }
    }

    /** @param byPerson whether the funnel is by person too */
    static Figures of(Handle handle, Instant from, Instant to, boolean byPerson) {
        Query q = new Query(handle, from.toString(), to.toString());
        List<Query.Closed> closed = q.closed();
        List<Double> late = closed.stream().map(Query.Closed::late).filter(Objects::nonNull).toList();
        List<Double> those = late.stream().filter(m -> m > 0).toList();
        DeviceCatalogue devices = DeviceCatalogue.shipped();
        List<Query.Alike> all = q.alike();
        int in = Query.Alike.sum(all, Query.Alike::in);
        return new Figures(Query.Alike.sum(all, Query.Alike::all), Query.Alike.sum(all, Query.Alike::closed),
                Query.counts(all, Query.Alike::problem), Query.counts(all, a -> a.model() == null ? null
                : devices.byIdentifier(a.model()).map(m -> m.family().toString()).orElse(a.model())),
                Query.counts(all, Query.Alike::model), q.shares("attempt", new String[] {"x.trouble", "x.step"}, ": ",
                "CASE WHEN x.outcome = 'helped' THEN 1 ELSE 0 END", " AND x.outcome IS NOT NULL AND x.trouble IS NOT NULL "
                + "AND x.step <> 'hardware'"),
                q.shares("keys_try", new String[] {"x.school", "x.goal"}, ", ", "x.landed", ""),
                q.funnel(byPerson), in < FEWEST ? null : Share.of("again", Query.Alike.sum(all, Query.Alike::again), in),
                q.shares("host_try", new String[] {"x.trouble", "x.step"}, ": ", "x.helped", ""),
                late.size() < FEWEST ? null : Share.of("promise", late.size() - those.size(), late.size()),
                those.size() < FEWEST ? null : Range.of(those), Query.spent(closed),
                q.lengths("x.stage, x.seconds FROM stage_time x JOIN ticket t ON t.number = x.ticket WHERE "));
    }
}
