package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.workbench.page.BenchPage;
import wistaxis.workbench.page.IntakePage;
import wistaxis.workbench.page.RoutePage;

/** What pages show, without a window. */
class PagesTest {
    @TempDir
    private Path folder;

    private static IntakePage intake(BenchAtWork at, String n, String... putOff) {
        return IntakePage.of(at.bench.ticket(n), at.bench.routes(), null, Set.of(putOff));
    }

    private static Optional<RoutePage> route(BenchAtWork at, String n) {
        return RoutePage.of(at.bench.ticket(n), at.bench.routes());
    }

    private static RoutePage.RouteStep judged(BenchAtWork at, String n, String step) {
        return route(at, n).orElseThrow().steps().stream().filter(r -> r.step().id().equals(step)).findFirst().orElseThrow();
    }

    /** One ticket from the first question to a step that did not help; each page follows. */
    @Test
    void pagesFollowATicket() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            assertThat(BenchPage.of(at.bench).rows()).isEmpty();
            String n = at.opened("Ferry crew phone");
            IntakePage first = intake(at, n);
            String asks = first.current().orElseThrow().question();
            assertThat(first.goesOn()).isFalse();
            assertThat(first.route()).isEmpty();
            assertThat(first.others()).as("nothing is offered beside the trouble before that is known").isEmpty();
            assertThat(first.open()).as("the one in hand is not offered again").noneMatch(q -> q.question().equals(asks));
            assertThat(intake(at, n, asks).current()).as("put off: another one, or none").isNotEqualTo(first.current());
            assertThat(route(at, n)).isEmpty();
            for (TicketEvent e : new TicketEvent[] {new TicketEvent.FactRecorded("trouble", "unavailable"), new TicketEvent.FactRecorded(
                    "ownership", "proved"), new TicketEvent.FactRecorded("promised", "2026-05-12T09:05:00Z"),
                    new TicketEvent.FactRecorded("liquid", "no"), new TicketEvent.FactRecorded("battery", "ok"),
                    new TicketEvent.FactRecorded("blacklisted", "no"), new TicketEvent.FactRecorded("brokenKeys", "none"),
                    new TicketEvent.Identified("iPhone13,2", "x")}) {
                at.record(n, e);
            }
            IntakePage said = intake(at, n);
            assertThat(said.goesOn()).isTrue();
            assertThat(said.said().getLast().question()).as("the latest stands first").isEqualTo("trouble");
            assertThat(said.said()).doesNotContainAnyElementsOf(said.open());

            for (RoutePage.RouteStep r : route(at, n).orElseThrow().steps()) {
                assertThat(r.may(RoutePage.Act.TAKE)).as(r.step().id()).isEqualTo(r.of().open());
                assertThat(r.may(RoutePage.Act.OVERRULE)).as(r.step().id()).isEqualTo(r.of().overrulable());
            }
            assertThat(route(at, n).orElseThrow()).satisfies(p -> {
                assertThat(p.readies()).isTrue();
                assertThat(p.unlocks()).isEqualTo(RoutePage.Unlocks.OFFERED);
                assertThat(p.steps().stream().filter(RoutePage.RouteStep::recommended)).hasSize(1);
            });
            at.record(n, new TicketEvent.RouteChosen("recovery-restore"));
            assertThat(judged(at, n, "recovery-restore").acts()).as("taken before anybody agreed").contains(RoutePage.Act.ASK_AGAIN)
                    .doesNotContain(RoutePage.Act.TAKE);
            at.record(n, new TicketEvent.ConsentAsked("recovery-restore", true, "the customer", "none"));
            at.record(n, new TicketEvent.RestoreStarted("31K88"));
            at.record(n, new TicketEvent.Restored("31.10"));
           
            at.until(() -> BenchPage.of(at.bench).rows().getFirst().shown().orElseThrow().late());
            assertThat(BenchPage.of(at.bench)).satisfies(p -> {
                assertThat(p.fresh()).as("practice is never a fresh bench").isFalse();
                assertThat(p.next()).isPresent();
                assertThat(p.waits(p.next().orElseThrow().at().minusSeconds(30))).isFalse();
                assertThat(p.waits(p.next().orElseThrow().at())).isTrue();
                assertThat(p.rows().getFirst().isNearly(BenchPage.of(at.bench).rows().getFirst())).as("nothing has happened").isTrue();
            });
            at.record(n, new TicketEvent.StepTried("recovery-restore", false));
            assertThat(judged(at, n, "recovery-restore")).satisfies(r -> assertThat(r.taken()).isFalse()).satisfies(r -> assertThat(r.acts())
                    .doesNotContain(RoutePage.Act.TAKE, RoutePage.Act.DID_NOT_HELP));
        }
    }

    /** A device that must not be worked on is stopped on all pages, and in nobody's plan. */
    @Test
    void whatIsStoppedIsStoppedEverywhere() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("Tablet from the market");
            at.record(n, new TicketEvent.FactRecorded("trouble", "unavailable"));
            at.record(n, new TicketEvent.FactRecorded("ownership", "none"));
            at.until(() -> BenchPage.of(at.bench).rows().getFirst().shown().orElseThrow().stopped().isPresent());
            BenchPage.Shown row = BenchPage.of(at.bench).rows().getFirst().shown().orElseThrow();
            RoutePage page = route(at, n).orElseThrow();
            assertThat(row.stopped()).contains(String.valueOf(page.route().stop()));
            assertThat(row.spans()).isEmpty();
            assertThat(BenchPage.of(at.bench).next()).isEmpty();
            assertThat(page.readies()).isFalse();
            assertThat(page.forHardware()).isFalse();
            assertThat(page.unlocks()).isEqualTo(RoutePage.Unlocks.NONE);
            assertThat(page.steps()).noneMatch(r -> r.may(RoutePage.Act.TAKE));
            at.leap(Duration.ofMinutes(1));
            assertThat(intake(at, n).route()).as("the intake says so too").hasValueSatisfying(r -> assertThat(r.stop()).isNotNull());
        }
    }
}
