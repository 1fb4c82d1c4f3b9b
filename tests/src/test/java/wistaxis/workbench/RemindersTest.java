package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.ticket.TicketEvent;

/** What the bench is told of at a time, each once. */
class RemindersTest {
    @TempDir
    private Path folder;

    /** An unlock takes 1 to 10 business days: common practice. It is asked for at the earliest day and at the latest. */
    @ParameterizedTest
    @CsvSource({"1, 10, ''", "0, 9, may arrive from today on", "-9, 0, last day for the carrier unlock", "-12, -3, last day for the carrier unlock"})
    void anUnlockIsAskedForAtItsEarliestAndItsLatestDay(int earliest, int latest, String says) {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("Ferry crew phone");
            LocalDate today = at.bench.routes().today();
            at.record(n, new TicketEvent.UnlockOrdered("356958031648321", "a carrier", today.minusDays(12), today.plusDays(earliest),
                    today.plusDays(latest), "iPhone 12", "here", "77", "12 shells", "the counter"));
            if (says.isEmpty()) {
                assertThat(at.bench.reminders().due()).isEmpty();
                return;
            }
            assertThat(at.bench.reminders().due()).singleElement().asString().contains(n).contains(says);
            assertThat(at.bench.reminders().rings()).hasSize(1);
            assertThat(at.bench.reminders().rings()).as("it has rung").isEmpty();
            at.record(n, new TicketEvent.UnlockAnswered("activated-wifi"));
            assertThat(at.bench.reminders().due()).as("it was answered").isEmpty();
        }
    }

    @Test
    void aGuideRingsWhenItsTimeHasCome() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("Ferry crew phone");
            at.record(n, new TicketEvent.FactRecorded("trouble", "dead"));
            at.record(n, new TicketEvent.Identified("iPhone13,2", "x"));
            at.record(n, new TicketEvent.RouteChosen("charge"));
            at.record(n, new TicketEvent.GuideNoted("charge", "plug", "plugged"));
            at.pass(60);
            assertThat(at.bench.reminders().rings()).isEmpty();
            at.bench.setRate(60);
            at.pass(30);
            assertThat(at.bench.reminders().rings()).singleElement().asString().contains("After half an hour");
        }
    }
}
