package wistaxis.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import wistaxis.core.plan.Bench.Person;
import wistaxis.core.plan.Bench.Port;
import wistaxis.core.plan.Schedule.Placed;
import wistaxis.core.plan.Task.Need;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/** Plans that people can keep, held against enumeration, textbook optima and the theory of queues. */
class PlanTest {
    private static final Text WHAT = Text.raw("x");

    private static Task hands(double seconds) {
        return Task.of(WHAT, seconds, Need.HANDS);
    }

    private static Task alone(double seconds) {
        return Task.of(WHAT, seconds, Need.NOTHING);
    }

    private static Task line(double seconds, String file) {
        return new Task(WHAT, new Range(seconds, seconds, seconds, 0), Need.LINE, false, file);
    }

    private static Task onPort(double seconds, Need need) {
        return new Task(WHAT, new Range(seconds, seconds, seconds, 0), need, true, null);
    }

    /** Work at the buttons, which not everybody may do. */
    private static Task buttons(double seconds) {
        return new Task(WHAT, new Range(seconds, seconds, seconds, 0), Need.HANDS, true, null, "buttons");
    }

    private static Job job(String id, long due, Task... tasks) {
        return new Job(id, due, 1, null, List.of(tasks));
    }

    private static Schedule best(Bench bench) {
        List<Schedule> all = new ArrayList<>();
        new ListPlanner().plan(bench, all::add, () -> false);
        return all.getLast();
    }

    private static long end(Bench bench, Schedule s, int job) {
        return s.end(bench, job).orElseThrow();
    }

    /** Whatever jobs there are, whoever is at work: every schedule on the way can be kept, and costs no more than the one before. */
    @Property(tries = 1_500, seed = "20261201")
    void everyScheduleCanBeKept(@ForAll("benches") Bench bench) {
        List<Costs> costs = new ArrayList<>();
        int[] calls = {0};
        new ListPlanner().plan(bench, s -> {
            assertThat(Legal.check(bench, s)).isEmpty();
            costs.add(Costs.of(bench, s));
        }, () -> ++calls[0] > 60);
        assertThat(costs).isNotEmpty();
        for (int i = 1; i < costs.size(); i++) {
            assertThat(costs.get(i).lateness()).isLessThanOrEqualTo(costs.get(i - 1).lateness() + 0.5);
            if (costs.get(i).lateness() > costs.get(i - 1).lateness() - 0.5) {
                assertThat(costs.get(i).reentries()).isLessThanOrEqualTo(costs.get(i - 1).reentries());
            }
        }
    }

    @Provide
    Arbitrary<Bench> benches() {
        Arbitrary<Task> tasks = Combinators.combine(Arbitraries.integers().between(0, 900), Arbitraries.of(Need.class), Arbitraries.of(true,
                false), Arbitraries.of("a", "b", null)).as((seconds, need, port, file) -> new Task(WHAT, new Range(seconds / 2.0, seconds, seconds
                * 1.5, 0), need, port, need == Need.LINE ? file : null, seconds % 3 == 0 ? "buttons" : null, seconds % 4 == 0 ? seconds : Task.EVER));
        Arbitrary<Job> jobs = Combinators.combine(Arbitraries.integers().between(0, 9_000), Arbitraries.of(0.5, 1.0, 3.0), Arbitraries.of("8-pin",
                "usb-c", null), tasks.list().ofMaxSize(9)).as((due, weight, plug, all) -> new Job("j" + due + "-" + all.hashCode(), due, weight,
                plug, all));
        Arbitrary<Person> people = Combinators.combine(Arbitraries.integers().between(0, 4_000), Arbitraries.integers().between(600, 30_000))
                .as((from, length) -> new Person("p", List.of(new Bench.Stretch(from, from + length), new Bench.Stretch(from + length + 900, from
                + 40_000)), length % 4 == 0 ? Set.of("buttons") : Set.of()));
        Arbitrary<Port> ports = Arbitraries.of(new Port("1", Set.of()), new Port("2", Set.of("8-pin")), new Port("3", Set.of("usb-c")));
        return Combinators.combine(jobs.list().ofMaxSize(9), people.list().ofMaxSize(3), ports.list().ofMaxSize(3)).as((all, who, where) -> new Bench(all, who, where, all.size() * 100L));
    }

    /**
     * Who puts a device into recovery starts its restore before it drops out, also where others wait, and begins none right before a break.
     * Common practice: it drops out after about 15 minutes.
     */
    @Test
    void noDeviceIsLeftInAModeUntilItDropsOut() {
        Task start = new Task(WHAT, new Range(60, 60, 60, 0), Need.HANDS, true, null, null, 900);
        List<Job> jobs = IntStream.range(0, 9).mapToObj(i -> job("j" + i, 90_000, buttons(1_000), start, onPort(700, Need.NOTHING))).toList();
        Bench bench = new Bench(jobs, List.of(new Person("p", List.of(new Bench.Stretch(0, 2_100), new Bench.Stretch(5_000, 50_000)))),
                List.of(new Port("1", Set.of()), new Port("2", Set.of()), new Port("3", Set.of())));
        Schedule s = best(bench);
        assertThat(Costs.of(bench, s).lateness()).isZero();
        assertThat(Costs.of(bench, s).reentries()).isZero();
        List<Placed> left = List.of(new Placed(0, 0, 0, 1_000, 0, 0), new Placed(0, 1, 1_901, 1_961, 0, 0), new Placed(0, 2, 1_961, 2_661, -1,
                0));
        assertThat(Costs.of(bench, new Schedule(left)).reentries()).isEqualTo(1);
    }

    /** Each rule is missed by nobody: a plan with just that fault is told. */
    @ParameterizedTest
    @EnumSource(Legal.Rule.class)
    void eachRuleIsChecked(Legal.Rule rule) {
        Bench bench = new Bench(List.of(new Job("a", 0, 1, "8-pin", List.of(line(60, "f"), buttons(30), onPort(100, Need.NOTHING))),
                new Job("b", 0, 1, "8-pin", List.of(line(60, "f"), buttons(30))), job("c", 0, line(50, null))),
                List.of(new Person("p", List.of(new Bench.Stretch(0, 1_000)))), List.of(new Port("1", Set.of("8-pin")), new Port("2", Set.of(
                "usb-c")), new Port("3", Set.of())));
        List<Placed> good = List.of(new Placed(0, 0, 0, 60, -1, -1), new Placed(0, 1, 60, 90, 0, 0), new Placed(0, 2, 90, 190, -1, 0),
                new Placed(1, 0, 60, 60, -1, -1), new Placed(1, 1, 90, 120, 0, 2), new Placed(2, 0, 60, 110, -1, -1));
        assertThat(Legal.check(bench, new Schedule(good))).isEmpty();
        List<Placed> bad = new ArrayList<>(good);
        switch (rule) {
            case LENGTH -> bad.set(2, new Placed(0, 2, 90, 150, -1, 0));
            case ORDER -> bad.set(2, new Placed(0, 2, 80, 180, -1, 0));
            case PERSON -> bad.set(4, new Placed(1, 1, 90, 120, -1, 2));
            case PRESENCE -> bad.set(4, new Placed(1, 1, 980, 1_010, 0, 2));
            case HANDS_TWICE -> bad.set(4, new Placed(1, 1, 80, 110, 0, 2));
            case PORT -> bad.set(4, new Placed(1, 1, 90, 120, 0, -1));
            case PLUG -> bad.set(4, new Placed(1, 1, 90, 120, 0, 1));
            case PORT_TWICE -> bad.set(4, new Placed(1, 1, 90, 120, 0, 0));
            case PORT_LEFT -> bad.set(2, new Placed(0, 2, 90, 190, -1, 2));
            case LINE_TWICE -> bad.set(5, new Placed(2, 0, 30, 80, -1, -1));
            case LINE_GONE -> bench = new Bench(bench.jobs(), bench.people(), bench.ports(), 30);
            case FILE -> bad.set(3, new Placed(1, 0, 20, 20, -1, -1));
            case MISSING -> bad.remove(3);
            case CANNOT -> bench = new Bench(bench.jobs(), List.of(new Person("p", bench.people().getFirst().present(), Set.of("buttons"))), bench.ports());
        }
        assertThat(Legal.check(bench, new Schedule(bad))).extracting(Legal.Broken::rule).contains(rule);
        assertThat(Legal.check(bench, new Schedule(bad)).getFirst().says()).contains("task");
    }

    /** Of small benches no order of jobs at all gives less lateness than the search finds. Reference: enumeration. */
    @Test
    void theSearchFindsWhatEnumerationFinds() {
        SplittableRandom random = new SplittableRandom(7);
        for (int round = 0; round < 12; round++) {
            List<Job> jobs = new ArrayList<>();
            for (int j = 0; j < 6; j++) {
                jobs.add(new Job("j" + j, random.nextInt(200, 2_500), 1 + random.nextInt(3), null, List.of(line(random.nextInt(30, 500), null),
                        hands(random.nextInt(30, 200)), alone(random.nextInt(60, 600)), hands(random.nextInt(30, 200)))));
            }
            Bench bench = Bench.ofOne(jobs);
            double least = permutations(6).stream().mapToDouble(p -> {
                double[] keys = new double[6];
                for (int i = 0; i < 6; i++) {
                    keys[p[i]] = i;
                }
                return List.of(0L, 90L, 600L).stream().mapToDouble(d -> Costs.of(bench, new Dispatch(bench).schedule(keys, d)).lateness()).min()
                        .orElseThrow();
            }).min().orElseThrow();
            assertThat(Costs.of(bench, best(bench)).lateness()).isLessThanOrEqualTo(least + 0.5);
        }
    }

    private static List<int[]> permutations(int n) {
        List<int[]> all = new ArrayList<>(List.of(new int[0]));
        for (int i = 0; i < n; i++) {
            List<int[]> next = new ArrayList<>();
            for (int[] p : all) {
                for (int k = 0; k < n; k++) {
                    int candidate = k;
                    if (IntStream.of(p).noneMatch(x -> x == candidate)) {
                        int[] longer = Arrays.copyOf(p, p.length + 1);
                        longer[p.length] = k;
                        next.add(longer);
                    }
                }
            }
            all = next;
        }
        return all;
    }

    /**
     * Two machines, each job first on one and then on the other: the line and one pair of hands. Published: S. M. Johnson, Naval Research
     * Logistics Quarterly 1:61, 1954, the rule; the five jobs and their optimum of 24 are from memory of textbooks, and enumeration agrees.
     */
    @Test
    void johnsonsOrderIsTheBestForTwoMachines() {
        int[][] times = {{4, 5}, {4, 1}, {10, 4}, {6, 10}, {2, 3}};
        Bench bench = Bench.ofOne(IntStream.range(0, 5).mapToObj(i -> job("j" + i, 0, line(times[i][0], null), hands(times[i][1]))).toList());
        Integer[] order = IntStream.range(0, 5).boxed().sorted(Comparator.<Integer>comparingInt(i -> times[i][0] < times[i][1] ? 0 : 1)
                .thenComparingInt(i -> times[i][0] < times[i][1] ? times[i][0] : -times[i][1])).toArray(Integer[]::new);
        double[] keys = new double[5];
        for (int i = 0; i < 5; i++) {
            keys[order[i]] = i;
        }
        long johnson = Arrays.stream(new Dispatch(bench).ends(keys, 0)).max().orElseThrow();
        long least = permutations(5).stream().mapToLong(p -> {
            double[] k = new double[5];
            for (int i = 0; i < 5; i++) {
                k[p[i]] = i;
            }
            return Arrays.stream(new Dispatch(bench).ends(k, 0)).max().orElseThrow();
        }).min().orElseThrow();
        assertThat(johnson).isEqualTo(least).isGreaterThanOrEqualTo(IntStream.range(0, 5).map(i -> times[i][0]).sum() + 1);
    }

    /**
     * One person's queue, arrivals at random, every job as long: the mean wait is that of Pollaczek and Khinchine for M/D/1, published:
     * F. Pollaczek, Mathematische Zeitschrift 32:64, 1930. Within 12 % over 6 runs of 1,500 jobs.
     */
    @Test
    void onePersonsQueueWaitsAsTheorySays() {
        double service = 60;
        double load = 0.7;
        SplittableRandom random = new SplittableRandom(11);
        double waited = 0;
        int counted = 0;
        for (int run = 0; run < 6; run++) {
            double at = 0;
            List<Job> jobs = new ArrayList<>();
            List<Double> arrivals = new ArrayList<>();
            for (int j = 0; j < 1_500; j++) {
                at += -Math.log(1 - random.nextDouble()) * service / load;
                arrivals.add(at);
                jobs.add(job("j" + j, (long) at, alone(Math.round(at)), hands(service)));
            }
            Bench bench = Bench.ofOne(jobs);
            long[] ends = new Dispatch(bench).ends(IntStream.range(0, jobs.size()).asDoubleStream().toArray(), 0);
            for (int j = 200; j < ends.length; j++) {
                waited += ends[j] - service - arrivals.get(j);
                counted++;
            }
        }
        double theory = load * service / (2 * (1 - load));
        assertThat(waited / counted).isCloseTo(theory, within(0.12 * theory));
    }

    /** One file is fetched once, ports are kept until the end, a break is kept free, and a second person is a help. */
    @Test
    void fileAndPortAndPeopleAreCounted() {
        Bench bench = new Bench(List.of(job("a", 0, line(600, "f"), onPort(60, Need.HANDS), onPort(900, Need.NOTHING), hands(60)), job("b", 0, line(
                600, "f"), onPort(60, Need.HANDS), onPort(900, Need.NOTHING), hands(60))), List.of(Person.always("p")), List.of(new Port("1", Set
                .of())));
        Schedule one = best(bench);
        assertThat(one.placed().stream().filter(p -> p.task() == 0).mapToLong(p -> p.end() - p.start()).sum()).isEqualTo(600);
        assertThat(Math.max(end(bench, one, 0), end(bench, one, 1))).as("the second waits for the port").isBetween(600 + 2 * 960 + 60L,
                600 + 2 * 960 + 120L);
        Bench two = new Bench(bench.jobs(), bench.people(), List.of(new Port("1", Set.of()), new Port("2", Set.of())));
        assertThat(Math.max(end(two, best(two), 0), end(two, best(two), 1))).isEqualTo(600 + 2 * 60 + 900 + 60);

        Person breaks = new Person("p", List.of(new Bench.Stretch(0, 100), new Bench.Stretch(400, 9_000)));
        Bench pause = new Bench(List.of(job("a", 0, hands(80)), job("b", 0, hands(80))), List.of(breaks), List.of());
        assertThat(Math.max(end(pause, best(pause), 0), end(pause, best(pause), 1))).isEqualTo(480);
        Bench help = new Bench(pause.jobs(), List.of(breaks, Person.always("q")), List.of());
        assertThat(Math.max(end(help, best(help), 0), end(help, best(help), 1))).isEqualTo(80);
        Bench shared = new Bench(List.of(job("a", 0, hands(80)), job("b", 0, buttons(80))), List.of(Person.always("p"), new Person("q", Person
                .always("q").present(), Set.of("buttons"))), List.of());
        assertThat(best(shared).of(1).getFirst().person()).as("who may do it").isZero();
        assertThat(Math.max(end(shared, best(shared), 0), end(shared, best(shared), 1))).as("and the other does the rest").isEqualTo(80);
        Bench nobody = new Bench(pause.jobs(), List.of(), List.of());
        assertThat(best(nobody).end(nobody, 0)).as("nobody is at work").isEmpty();
        assertThat(Costs.of(nobody, best(nobody)).unplanned()).isEqualTo(2);
        Bench plugless = new Bench(List.of(new Job("a", 0, 1, "usb-c", List.of(onPort(10, Need.HANDS)))), List.of(Person.always("p")), List.of(
                new Port("1", Set.of("8-pin"))));
        assertThat(best(plugless).end(plugless, 0)).as("no cable for its plug").isEmpty();
    }

    /** People rely on the order: another one is only taken where it pays by a minute of lateness. */
    @Test
    void theOrderOfBeforeIsKeptUnlessAnotherPays() {
        List<Job> jobs = List.of(job("a", 1_000, hands(300)), job("b", 1_010, hands(300)));
        Bench bench = Bench.ofOne(jobs);
        Schedule kept = new ListPlanner(Map.of("b", 0.0, "a", 1.0), 1).atOnce(bench);
        assertThat(kept.of(1).getFirst().start()).as("nobody is late either way").isZero();
        Bench pays = Bench.ofOne(List.of(job("a", 300, hands(300)), job("b", 1_010, hands(300))));
        assertThat(new ListPlanner(Map.of("b", 0.0, "a", 1.0), 1).atOnce(pays).of(0).getFirst().start()).isZero();
    }

    /** A promise of 80 % is kept on 75 to 85 of a hundred days, of five hundred that were not played when it was given. Seeds as they stand. */
    @Test
    void aPromiseIsKeptAsOftenAsItSays() {
        SplittableRandom random = new SplittableRandom(5);
        List<Job> jobs = new ArrayList<>();
        for (int j = 0; j < 8; j++) {
            double restore = random.nextInt(400, 900);
            jobs.add(new Job("j" + j, random.nextInt(2_000, 8_000), 1, null, List.of(new Task(WHAT, new Range(120, 300, 900, 9), Need.LINE, false,
                    null), hands(90), new Task(WHAT, new Range(restore * 0.7, restore, restore * 1.6, 9), Need.NOTHING, true, null), new Task(WHAT,
                    new Range(60, 240, 600, 9), Need.HANDS, false, null))));
        }
        Bench bench = Bench.ofOne(jobs);
        Schedule plan = best(bench);
        Promise said = Promise.of(bench, plan, 3, 2_000, 17);
        assertThat(said.at(0.5)).isLessThan(said.at(0.8));
        assertThat(said.at(0.8)).isLessThan(said.at(0.95));
        Promise days = Promise.of(bench, plan, 3, 500, 9_999);
        assertThat(days.chance(said.at(0.8))).isBetween(0.75, 0.85);
        assertThat(days.chance(said.at(0.5))).isBetween(0.44, 0.56);
        assertThat(days.chance(said.at(0.95))).isGreaterThan(0.92);
        assertThat(Promise.of(bench, plan, 3, 200, 4)).as("the same seed, the same days").isEqualTo(Promise.of(bench, plan, 3, 200, 4));
        Bench nobody = new Bench(jobs, List.of(), List.of());
        assertThat(Promise.of(nobody, best(nobody), 0, 20, 1).isKnown()).isFalse();
    }
}
