package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** One ticket in the window from an update that did not help over restore and DFU to the hardware bench. */
@ExtendWith(Waits.class)
class RouteStepsTest {
    /** Its firmware file is verified already. */
    private static final String TICKET = "T-0011";

    @TempDir
    private Path folder;

    private static Ticket ticket(Window w) {
        return Window.onFx(() -> w.bench.ticket(TICKET));
    }

    @Tag("long")
    @Test
    void stepAfterStepUpToTheHardwareBench() {
        try (Window w = Window.demo(folder, 12_000_000)) {
            for (List<String> fact : List.of(List.of("trouble", "looping"), List.of("tried", "charge,force-restart"))) {
                w.says(TICKET, new TicketEvent.FactRecorded(fact.getFirst(), fact.getLast()));
            }
            w.click("lane-" + TICKET);
            step(w, "recovery-update", "updated to 31.10");
            step(w, "recovery-restore", "restored to 31.10");
            step(w, "dfu-restore", "restored to 31.10");
            w.sees("No steps left. Send it to the hardware bench.");
            w.sees("recovery and update (did not help), recovery and restore (did not help), dfu and restore (did not help)");
            w.click("step-hardware");
            w.sees("Goes with the device:");
            w.click("close-ticket");
            w.sees("Closed: to the hardware bench; tried:");
            assertThat(ticket(w).attempts()).filteredOn(a -> a.run() != null)
                    .extracting(a -> a.step() + " in " + a.mode() + " " + a.outcome().orElseThrow())
                    .containsExactly("recovery-update in recovery did-not-help", "recovery-restore in recovery did-not-help",
                    "dfu-restore in dfu did-not-help");
            assertThat(ticket(w).attempts()).filteredOn(a -> a.run() != null).extracting(Attempt::written).containsOnly("31.10");
            assertThat(w.verify().clean()).isTrue();
        }
    }

    private static void step(Window w, String step, String written) {
        w.click("station-route");
        w.click("step-" + step);
        w.click("station-keys");
        w.hurried(20, () -> Window.until(() -> !w.bench.desk(TICKET).starting(), "the device to be up"));
        w.hurried(10, () -> {
            w.click("show-me");
            Window.until(() -> ticket(w).mode() != null, "the mode, shown");
        });
        w.click("keys-start");
        w.click("restore-start");
        w.click("pace-60");
        w.hurried(() -> w.sees("Hand over, " + written));
        w.click("pace-1");
        w.click("step-helped-1");
        w.click("back-to-route");
    }
}
