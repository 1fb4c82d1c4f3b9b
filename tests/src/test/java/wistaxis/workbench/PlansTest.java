package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.steps.Guide;
import wistaxis.core.ticket.TicketEvent;

/** The plan of all open tickets, with what lies after the greeting. */
class PlansTest {
    @TempDir
    private Path folder;

    private static String restored(BenchAtWork at, String promised) {
        String n = at.opened("Ferry crew phone");
        for (TicketEvent e : new TicketEvent[] {new TicketEvent.FactRecorded("trouble", "unavailable"), new TicketEvent.FactRecorded(
                "ownership", "proved"), new TicketEvent.FactRecorded("promised", promised), new TicketEvent.Identified("iPhone13,2", "x"),
                new TicketEvent.ConsentAsked("recovery-restore", true, "the customer", "none"), new TicketEvent.RouteChosen(
                "recovery-restore"), new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10")}) {
            at.record(n, e);
        }
        return n;
    }

    private static Guide.Page activation(BenchAtWork at, String n) {
        return at.bench.routes().setUp(at.bench.ticket(n)).getFirst().left().stream().filter(s -> s.id().equals("activation"))
                .findFirst()
                .orElseThrow();
    }

    /** Activation is timed: the next device is told so many minutes, and the plan says which promise that breaks, by how much. */
    @Test
    void activationIsPlannedAsLongAsItTakesHere() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String first = restored(at, "2026-05-12T11:00:00Z");
            assertThat(activation(at, first)).as("common practice, before anything was measured").satisfies(s -> assertThat(s.high())
                    .isEqualTo(5));
            for (String page : new String[] {"greeting seen", "language done", "by-hand hand", "network joined"}) {
                at.record(first, new TicketEvent.GuideNoted("set-up", page.split(" ")[0], page.split(" ")[1]));
            }
            at.bench.setRate(60);
            at.pass(9);
            at.bench.setRate(1);
            at.record(first, new TicketEvent.GuideNoted("set-up", "activation", "activated"));
            String second = restored(at, "2026-05-12T09:15:00Z");
            assertThat(activation(at, second)).satisfies(s -> assertThat(s.low()).isCloseTo(9, within(0.2))).satisfies(s -> assertThat(s
                    .high()).isCloseTo(9, within(0.2)));
            at.until(() -> at.bench.plans().late(at.bench.ticket(second)).isPresent()); // computed behind the bench's thread
            assertThat(at.bench.plans().late(at.bench.ticket(first))).as("two hours were promised").isEmpty();
            assertThat(at.bench.plans().late(at.bench.ticket(second)))
                    .hasValueSatisfying(l -> assertThat(l).isBetween(Duration.ofMinutes(10),
                    Duration.ofMinutes(60)));
        }
    }
}
