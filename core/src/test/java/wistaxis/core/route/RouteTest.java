package wistaxis.core.route;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import wistaxis.core.facts.BadInput;
import wistaxis.core.route.Route.Status;

/** The ladder for a forgotten passcode: common practice, least destructive first. */
class RouteTest {
    private static final RoutePlanner PLANNER = RoutePlanner.shipped();
    private static final Map<String, String> COMMON = new HashMap<>(Map.of("trouble", "passcode-forgotten", "device", "iPhone13,2", "ownership", "proved", "liquid", "no"));

    static {
        COMMON.putAll(Map.of("battery", "ok", "eraseButton", "no", "ownerPassword", "yes", "online", "no", "locating", "off", "backup", "cloud", "hopesToRemember", "yes"));
    }

    @Test
    void theLadderOfCommonPracticeWithItsReasons() {
        Route route = PLANNER.plan(COMMON);
        assertThat(route.stop()).isNull();
        assertThat(route.rungs()).extracting(r -> r.step().id())
                .containsExactly("wait-and-try", "lock-screen-erase", "remote-erase", "recovery-restore", "dfu-restore");
        assertThat(route.rungs()).extracting(Route.Rung::status)
                .containsExactly(Status.READY, Status.REFUSED, Status.REFUSED, Status.NEEDS_CONSENT, Status.BLOCKED);
        assertThat(route.rungs()).allSatisfy(r -> assertThat(r.reasons()).isNotEmpty());
        assertThat(route.rungs().getFirst().step().keeps()).isTrue();
        assertThat(with(COMMON, "consent", "yes").get(3).status()).isEqualTo(Status.READY);
        assertThat(with(COMMON, "backup", "none").get(3).cautions()).anySatisfy(c -> assertThat(c).contains("no backup"));
    }

    @Test
    void liquidBatteryAndOwnershipStopTheJob() {
        for (List<String> stop : List.of(List.of("liquid", "yes"), List.of("battery", "swollen"), List.of("ownership", "none"))) {
            Map<String, String> facts = new HashMap<>(COMMON);
            facts.put(stop.getFirst(), stop.getLast());
            facts.put("consent", "yes");
            assertThat(PLANNER.plan(facts).stop()).isNotNull();
            assertThat(PLANNER.plan(facts).rungs()).allSatisfy(r -> assertThat(r.status()).isEqualTo(Status.REFUSED));
        }
    }

    @Test
    void anUnknownTroubleIsRefusedByName() {
        assertThatThrownBy(() -> PLANNER.plan(Map.of("trouble", "gremlins"))).isInstanceOf(BadInput.class).hasMessageContaining("[gremlins]").hasMessageContaining("passcode-forgotten");
    }

    @Property(tries = 2000, seed = "20260512")
    void nothingErasesWithoutProofAndConsentAndLiquidNeverWrites(@ForAll("facts") Map<String, String> facts) {
        for (Route.Rung rung : PLANNER.plan(facts).rungs()) {
            if (!rung.step().keeps() && rung.status() == Status.READY) {
                assertThat(facts).containsEntry("consent", "yes").containsEntry("ownership", "proved").doesNotContainEntry("liquid", "yes");
            }
            if (rung.step().id().equals("dfu-restore") && rung.status() != Status.REFUSED && rung.status() != Status.BLOCKED) {
                assertThat(facts).containsEntry("liquid", "no");
            }
        }
    }

    @Property(tries = 2000, seed = "20260512")
    void notKnowingAFactNeverMakesAStepMorePermissive(@ForAll("facts") Map<String, String> facts) {
        List<Route.Rung> before = PLANNER.plan(facts).rungs();
        for (String fact : facts.keySet().stream().filter(f -> !f.equals("trouble")).toList()) {
            Map<String, String> less = new HashMap<>(facts);
            less.remove(fact);
            List<Route.Rung> after = PLANNER.plan(less).rungs();
            for (int i = 0; i < before.size(); i++) {
                if (open(after.get(i))) {
                    assertThat(open(before.get(i))).as("%s without %s", before.get(i).step().id(), fact).isTrue();
                }
            }
        }
    }

    private static boolean open(Route.Rung rung) {
        return rung.status() == Status.READY || rung.status() == Status.NEEDS_CONSENT;
    }

    @Provide
    Arbitrary<Map<String, String>> facts() {
        List<Arbitrary<List<String>>> each = new ArrayList<>();
        PLANNER.questions().stream().filter(q -> !q.fact().equals("trouble")).forEach(q -> {
            List<List<String>> choices = new ArrayList<>(q.answers().stream().map(a -> List.of(q.fact(), a.getFirst())).toList());
            choices.add(List.of());
            each.add(Arbitraries.of(choices));
        });
        each.add(Arbitraries.of(List.of(), List.of("consent", "yes"), List.of("consent", "no")));
        each.add(Arbitraries.of(List.of(), List.of("device", "iPhone13,2")));
        each.add(Arbitraries.of(List.of(), List.of("recoveryTried", "yes")));
        return net.jqwik.api.Combinators.combine(each).as(picked -> {
            Map<String, String> facts = new HashMap<>(Map.of("trouble", "passcode-forgotten"));
            picked.stream().filter(p -> !p.isEmpty()).forEach(p -> facts.put(p.getFirst(), p.getLast()));
            return facts;
        });
    }

    private static List<Route.Rung> with(Map<String, String> facts, String fact, String value) {
        Map<String, String> more = new HashMap<>(facts);
        more.put(fact, value);
        return PLANNER.plan(more).rungs();
    }
}
