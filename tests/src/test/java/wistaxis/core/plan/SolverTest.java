package wistaxis.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import wistaxis.measure.BenchPlans;

/** The planner against a reference solver, which proves how good a plan can be: CP-SAT of OR-Tools 9.12. */
class SolverTest {
    /**
     * Six jobs on six machines. Published: Fisher and Thompson, Probabilistic Learning Combinations of Local Job-Shop Scheduling Rules, in
     * Muth and Thompson, Industrial Scheduling, 1963; its optimum is 55.
     */
    private static final int[][] FT06 = {{2, 1, 0, 3, 1, 6, 3, 7, 5, 3, 4, 6}, {1, 8, 2, 5, 4, 10, 5, 10, 0, 10, 3, 4},
        {2, 5, 3, 4, 5, 8, 0, 9, 1, 1, 4, 7}, {1, 5, 0, 5, 2, 5, 3, 3, 4, 8, 5, 9}, {2, 9, 1, 3, 4, 5, 5, 4, 0, 3, 3, 1},
        {1, 3, 3, 3, 5, 9, 0, 10, 4, 4, 2, 1}};

    private static Schedule best(Bench bench, long seed, int looks) {
        List<Schedule> all = new ArrayList<>();
        int[] looked = {0};
        new ListPlanner(Map.of(), seed).plan(bench, all::add, () -> ++looked[0] > looks);
        return all.getLast();
    }

    @Test
    void theJobShopOfFisherAndThompsonEndsAfter55() {
        assertThat(Reference.solve(Reference.jobShop(FT06, 55), 20, 600).value()).as("nobody is late after 55").isZero();
        assertThat(Reference.solve(Reference.jobShop(FT06, 54), 20, 600).bound()).as("and somebody after 54").isPositive();
        Bench bench = Reference.jobShop(FT06, 55);
        Schedule ours = best(bench, 1, 4_000);
        long end = ours.placed().stream().mapToLong(Schedule.Placed::end).max().orElseThrow();
        assertThat(Legal.check(bench, ours)).isEmpty();
        assertThat(end).as("an order of jobs alone gives no better than a list").isBetween(55L, 60L);
    }

    /** Benches of a morning whose optimum is proven: nothing is below it, and the search is within 2 % over all of them. */
    @Test
    void smallBenchesAreWithinTwoPercentOfWhatIsProven() {
        double proven = 0;
        double found = 0;
        for (int seed = 1; seed <= 12; seed++) {
            Bench bench = BenchPlans.bench(seed, 5);
            Reference.Found reference = Reference.solve(bench, 30, 600);
            Costs ours = Costs.of(bench, best(bench, 1, 3_000));
            assertThat(ours.lateness()).as("seed " + seed).isGreaterThanOrEqualTo(reference.bound() - 0.5);
            if (reference.proven()) {
                proven += reference.value();
                found += ours.lateness();
            }
        }
        assertThat(proven).isPositive();
        assertThat(found / proven).isBetween(0.999, 1.02);
    }

    /** How far the floor's benches are from what is proven; to be read, it fails for nothing but a bound that is passed. */
    @Tag("long")
    @Test
    void theBenchesOfTheFloorAgainstTheirBounds() {
        for (int seed = 1; seed <= Integer.getInteger("benches", 20); seed++) {
            Bench bench = BenchPlans.bench(seed, Integer.getInteger("jobs", 40));
            Reference.Found reference = Reference.solve(bench, 1e9, Integer.getInteger("seconds", 20));
            double ours = Costs.of(bench, best(bench, seed, 12_000)).lateness();
            assertThat(ours).isGreaterThanOrEqualTo(reference.bound() - 0.5);
            System.out.printf(Locale.ROOT, "seed %d: bound %.0f, reference %.0f%s, ours %.0f%n", seed, reference.bound(), reference.value(),
                    reference.proven() ? " proven" : "", ours);
        }
    }
}
