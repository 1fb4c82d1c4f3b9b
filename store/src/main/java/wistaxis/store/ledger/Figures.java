package wistaxis.store.ledger;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
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

    private record Query(Handle handle, Engine engine, String from, String to) {
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

        /** @param seconds of one case, a column each */
        private record Took(String what, double[] seconds) {}

        /**
         * What lengths are like, for each thing that has enough of them, by its name: counted by the database where it can, as there may be
         * millions.
         *
         * @param what they are of, in SQL; null for all of them together
         * @param columns seconds each
         * @param from tables with a ticket t, and a condition to go on with
         */
        private Map<String, List<Range>> ranges(@Nullable String what, List<String> columns, String from) {
            String name = Objects.requireNonNullElse(what, "''");
            List<String> percentiles = columns.stream().map(engine::percentiles).flatMap(Optional::stream).toList();
            return percentiles.isEmpty() ? readRanges(name, columns, from) : countedRanges(name, percentiles, from + WITHIN
                    + (what == null ? " HAVING" : " GROUP BY 1 HAVING"));
        }

        private Map<String, List<Range>> countedRanges(String name, List<String> percentiles, String from) {
            return handle.createQuery("SELECT " + name + ", count(*), " + String.join(", ", percentiles) + from + " count(*) >= " + FEWEST)
                    .bind("from", this.from).bind("to", to).map((r, _) -> {
                        List<Range> ranges = new ArrayList<>();
                        for (int c = 0; c < percentiles.size(); c++) {
                            Double[] at = (Double[]) r.getArray(c + 3).getArray();
                            ranges.add(new Range(at[0], at[1], at[2], r.getInt(2)));
                        }
                        return Map.entry(r.getString(1), ranges);
                    }).collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, (one, _) -> one, TreeMap::new));
        }

        private Map<String, List<Range>> readRanges(String name, List<String> columns, String from) {
            Map<String, List<Took>> all = handle.createQuery("SELECT " + name + ", " + String.join(", ", columns) + from + WITHIN)
                    .bind("from", this.from).bind("to", to).map((r, _) -> {
                        double[] seconds = new double[columns.size()];
                        for (int c = 0; c < seconds.length; c++) {
                            seconds[c] = r.getDouble(c + 2);
                        }
                        return new Took(r.getString(1), seconds);
                    }).stream().collect(Collectors.groupingBy(Took::what));
            Map<String, List<Range>> ranges = new TreeMap<>();
            all.forEach((of, took) -> {
                if (took.size() >= FEWEST) {
                    ranges.put(of, IntStream.range(0, columns.size()).mapToObj(c -> Range.of(took.stream().map(t -> t.seconds()[c])
                            .toList())).toList());
                }
            });
            return ranges;
        }

        /** How long the stages of a restore took. */
        List<Length> stages() {
            return ranges("x.stage", List.of("x.seconds"), " FROM stage_time x JOIN ticket t ON t.number = x.ticket WHERE ").entrySet()
                    .stream().map(e -> new Length(e.getKey(), e.getValue().getFirst())).toList();
        }

        /** What the time of closed tickets went into. */
        List<Length> spent() {
            Timeline.Kind[] kinds = Timeline.Kind.values();
            return ranges(null, Arrays.stream(kinds).map(k -> "coalesce(t." + k.name().toLowerCase(Locale.ROOT) + ", 0)").toList(),
                    " FROM ticket t WHERE t.closed IS NOT NULL AND ").values().stream().flatMap(all -> IntStream.range(0, kinds.length)
                            .mapToObj(k -> new Length(Word.of(kinds[k]), all.get(k)))).toList();
        }

        /** Of closed tickets, minutes after what was promised; early where negative. */
        List<Double> late() {
            return handle.createQuery("SELECT t.promised, t.closed FROM ticket t WHERE t.closed IS NOT NULL AND t.promised IS NOT NULL AND "
                    + WITHIN).bind("from", from).bind("to", to).map((r, _) -> Duration.between(Instant.parse(r.getString(1)),
                            Instant.parse(r.getString(2))).toMillis() / 60_000.0).list();
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
    static Figures of(Handle handle, Engine engine, Instant from, Instant to, boolean byPerson) {
        Query q = new Query(handle, engine, from.toString(), to.toString());
        List<Double> late = q.late();
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
                those.size() < FEWEST ? null : Range.of(those), q.spent(), q.stages());
    }
}
