package wistaxis.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.Costs;
import wistaxis.core.plan.Job;
import wistaxis.core.plan.Legal;
import wistaxis.core.plan.ListPlanner;
import wistaxis.core.plan.Schedule;
import wistaxis.core.plan.Task;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

@Command(name = "plan", mixinStandardHelpOptions = true,
        description = "How soon a bench is planned, how good the plan is at once and after some seconds, and whether it can be kept.")
public final class BenchPlans extends Output {
    private static final Text WHAT = Text.raw("task");

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "40", description = "how many jobs")
    private int tickets;

    @Option(names = "--rounds", paramLabel = "N", defaultValue = "20", description = "how many benches, each of its own seed")
    private int rounds;

    @Option(names = "--seconds", paramLabel = "S", defaultValue = "2", description = "how long is searched")
    private double seconds;

    @Option(names = "--long", paramLabel = "S", defaultValue = "0",
            description = "how long is searched for the best that is known; 0 for not")
    private double longest;

    @Option(names = "--random", paramLabel = "N", defaultValue = "0",
            description = "how many small benches of all kinds are planned only to see whether a plan can always be kept")
    private int random;

    /** @param best weighted seconds late after the long search; what was searched for where there was none */
    private record Row(int seed, int tasks, double atOnceMillis, double againMillis, double atOnce, double searched, double best,
            int broken) {}

    @Override
    public void run() {
        if (random > 0) {
            long broken = IntStream.rangeClosed(1, random).filter(seed -> !keeps(any(new SplittableRandom(seed)), seed)).count();
            answer(broken, List.of(String.format(Locale.ROOT,
                    "%d benches, each with every plan on the way: %d of them with one that cannot be "
                    + "kept", random, broken)));
            return;
        }
        bench(1, tickets); // compiled first
        new ListPlanner().atOnce(bench(0, tickets));
        List<Row> rows = IntStream.rangeClosed(1, rounds).mapToObj(this::row).toList();
        List<String> words = new ArrayList<>(rows.stream().map(r -> String.format(Locale.ROOT,
                "seed %2d, %4d tasks: at once in %5.1f ms, again in %5.1f ms; "
                + "late %9.0f at once, %9.0f after %.0f s, %9.0f best; %d rules broken",
                r.seed(), r.tasks(), r.atOnceMillis(), r.againMillis(), r.atOnce(), r.searched(), seconds, r.best(), r.broken())).toList());
        words.add(String.format(Locale.ROOT, "over all: searched %.3f of at once, %.3f of the best; slowest at once %.1f ms, again %.1f ms",
                sum(rows, Row::searched) / sum(rows, Row::atOnce), sum(rows, Row::searched) / sum(rows, Row::best), rows.stream()
                        .mapToDouble(
                        Row::atOnceMillis).max().orElse(0), rows.stream().mapToDouble(Row::againMillis).max().orElse(0)));
        answer(rows, words);
    }

    private static double sum(List<Row> rows, java.util.function.ToDoubleFunction<Row> of) {
        return Math.max(1, rows.stream().mapToDouble(of).sum());
    }

    private Row row(int seed) {
        Bench bench = bench(seed, tickets);
        long began = System.nanoTime();
        Schedule atOnce = new ListPlanner().atOnce(bench);
        double first = (System.nanoTime() - began) / 1e6;
        Schedule searched = search(bench, seconds, seed);
        began = System.nanoTime();
        new ListPlanner(ListPlanner.order(bench, searched), seed).atOnce(bench);
        double again = (System.nanoTime() - began) / 1e6;
        double late = Costs.of(bench, searched).lateness();
        double best = longest <= 0 ? late : Math.min(late, Costs.of(bench, search(bench, longest, seed + 1_000)).lateness());
        return new Row(seed, bench.tasks(), first, again, Costs.of(bench, atOnce).lateness(), late, best, Legal.check(bench, atOnce).size()
                + Legal
                .check(bench, searched).size());
    }

    private static boolean keeps(Bench bench, long seed) {
        boolean[] kept = {true};
        int[] looked = {0};
        new ListPlanner(Map.of(), seed).plan(bench, s -> kept[0] &= Legal.check(bench, s).isEmpty(), () -> ++looked[0] > 200);
        return kept[0];
    }

    /** A bench of whatever there can be: people with breaks who cannot do all, ports with plugs, an offline hour, odd tasks. Ours. */
    private static Bench any(SplittableRandom random) {
        List<Job> jobs = IntStream.range(0, random.nextInt(12)).mapToObj(j -> new Job("T-" + j, random.nextInt(9_000), 1
                + random.nextInt(3),
                List.of("8-pin", "usb-c").get(random.nextInt(2)), IntStream.range(0, random.nextInt(9)).mapToObj(_ -> {
                    Task.Need need = Task.Need.values()[random.nextInt(4)];
                    double seconds = random.nextInt(900);
                    return new Task(WHAT, new Range(seconds / 2, seconds, seconds * 1.5, 0), need, random.nextBoolean(),
                            need == Task.Need.LINE
                            && random.nextBoolean() ? "f" + random.nextInt(3) : null, random.nextInt(3) == 0 ? "buttons" : null,
                            random.nextInt(4) == 0 ? random.nextInt(1_200) : Task.EVER);
                }).toList())).toList();
        List<Bench.Person> people = IntStream.range(0, random.nextInt(4)).mapToObj(p -> {
            long from = random.nextInt(4_000);
            long to = from + random.nextInt(600, 30_000);
            return new Bench.Person("p" + p, List.of(new Bench.Stretch(from, to), new Bench.Stretch(to + 900, to + 40_000)), random.nextInt(
                    4) == 0 ? Set.of("buttons") : Set.of());
        }).toList();
        List<Set<String>> plugs = List.of(Set.of(), Set.of("8-pin"), Set.of("usb-c"));
        return new Bench(jobs, people, IntStream.range(0, random.nextInt(4)).mapToObj(p -> new Bench.Port("" + p,
                plugs.get(random.nextInt(3))))
                .toList(), random.nextInt(2) * 3_600L);
    }

    private static Schedule search(Bench bench, double seconds, long seed) {
        long until = System.nanoTime() + Math.round(seconds * 1e9);
        @Nullable Schedule[] best = {null};
        for (long s = seed; System.nanoTime() - until < 0; s += 7_919) { // one that is done early begins again, another way
            @Nullable Schedule[] found = {null};
            new ListPlanner(Map.of(), s).plan(bench, x -> found[0] = x, () -> System.nanoTime() - until >= 0);
            if (best[0] == null || Costs.of(bench, found[0]).compareTo(Costs.of(bench, best[0])) < 0) {
                best[0] = found[0];
            }
        }
        return best[0];
    }

    /** Restores as they come in on a day: downloads of four files, entry, run, second bar, set-up with the owner's pages. Ours. */
    public static Bench bench(long seed, int jobs) {
        SplittableRandom random = new SplittableRandom(seed);
        List<Job> all = new ArrayList<>();
        for (int j = 0; j < jobs; j++) {
            List<Task> tasks = new ArrayList<>();
            tasks.add(task(random.nextInt(60, 240), Task.Need.HANDS, false, null));
            tasks.add(task(random.nextInt(300, 1_500), Task.Need.LINE, false, "f" + random.nextInt(Math.max(4, jobs / 4))));
            tasks.add(task(random.nextInt(60, 150), Task.Need.HANDS, true, null));
            tasks.add(task(random.nextInt(400, 1_200), Task.Need.NOTHING, true, null));
            tasks.add(task(random.nextInt(60, 240), Task.Need.HANDS, false, null));
            tasks.add(task(random.nextInt(200, 900), Task.Need.OWNER, false, null));
            tasks.add(task(random.nextInt(60, 300), Task.Need.HANDS, false, null));
            int begun = random.nextInt(3) == 0 ? random.nextInt(1, 6) : 0;
            all.add(new Job("T-" + j, random.nextInt(1_800, Math.max(2_400, 300 * jobs)), 1 + random.nextInt(3), random.nextBoolean()
                    ? "8-pin" : "usb-c",
                    tasks
                    .subList(begun, tasks.size())));
        }
        return new Bench(all, List.of(Bench.Person.always("A"), Bench.Person.always("B")), List.of(new Bench.Port("1", Set.of()),
                new Bench.Port(
                "2", Set.of()), new Bench.Port("3", Set.of("8-pin")), new Bench.Port("4", Set.of("usb-c"))));
    }

    private static Task task(double seconds, Task.Need need, boolean port, @Nullable String file) {
        return new Task(WHAT, new Range(seconds * 0.7, seconds, seconds * 1.5, 0), need, port, file);
    }
}
