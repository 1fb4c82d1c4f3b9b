package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;

/** Somebody is needed: a sign above whatever page is open, until somebody comes; and a calendar of it on the disk. */
@ExtendWith({Waits.class, InEnglishAgain.class})
class CallTest {
    private static final LocalDate TUESDAY = LocalDate.of(2026, 5, 12);

    @TempDir
    private Path folder;

    /** Its lines, unfolded; empty while there is none. */
    private static String calendar(DataFolder data) {
        try {
            return Files.exists(data.calendar()) ? Files.readString(data.calendar()).replace("\r\n ", "") : "";
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static boolean isCalled(Window w) {
        return Window.onFx(() -> w.shell.scene().lookup("#call-sign") != null);
    }

    @Test
    void somebodyIsCalledOnWhateverPageAndComes() {
        DataFolder data = DataFolder.open(folder);
        try (Window w = new Window(data, TUESDAY.atTime(LocalTime.NOON).atZone(ZoneId.systemDefault()).toInstant(), 1_000_000)) {
            Window.onFx(() -> {
                w.bench.routes().people("Ada 12:05-12:06 12:07-18:00");
                w.bench.routes().calls("1 min, silent 20:00-8:00");
                return null;
            });
            String n = w.opened("Pilot boat, chart tablet");
            w.says(n, new TicketEvent.FactRecorded("trouble", "looping"), new TicketEvent.FactRecorded("promised", TUESDAY.plusDays(1)
                    .atTime(9, 30).atZone(ZoneId.systemDefault()).toInstant().toString()));
            w.click("nav-settings");
            assertThat(isCalled(w)).isFalse();
            w.hurried(() -> w.find("call-sign"));
            w.sees("Pilot boat, chart tablet");
            assertThat(Window.onFx(() -> w.bench.calling().isSilent())).isFalse();
            w.click("call-later");
            assertThat(isCalled(w)).isFalse();
            w.hurried(20, () -> w.find("call-sign"));
            w.click("call-open");
            w.sees("Pilot boat, chart tablet");
            assertThat(isCalled(w)).isFalse();
            Window.until(() -> calendar(data).contains("SUMMARY:T-0001 Pilot boat\\, chart tablet: pickup"), "the pickup in the calendar");
        }
    }
}
