package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.TicketEvent;

/** What goes wrong outside is said in words, and nothing is written or lost. On the demo bench. */
class FaultsTest {
    private static final String READY = "T-0011";

    @TempDir
    private Path folder = Path.of("");

    /** The ledger says that the device came into recovery just now; the whole guide does it with keys. */
    private static void intoRecovery(Window w) {
        w.says(READY, new TicketEvent.ModeEntered(Mode.RECOVERY));
        w.click("lane-" + READY);
        w.sees("Start the restore");
    }

    @Tag("long")
    @Test
    void aPulledCableMakesTheRunWaitAndPluggingInGoesOn() throws IOException {
        try (Window w = Window.demo(folder, 12_000_000)) {
            intoRecovery(w);
            w.click("restore-start");
            w.click("pace-60");
            w.sees("Leave the cable and the device alone.");
            w.click("pace-10");
            w.click("cable");
            w.sees("Contact with the device was lost");
            w.click("cable");
            w.sees("Leave the cable and the device alone.");
            w.click("pace-60");
            w.hurried(() -> w.sees("Hand over, restored to 31.10"));
        }
    }

    @Test
    void aDamagedFirmwareFileAndAClosedSigningWindowEndTheRestoreBeforeAnythingIsWritten() throws IOException {
        try (Window w = Window.demo(folder, 12_000_000)) {
            intoRecovery(w);
            w.world.standIns().faults().closeSigning("31K88");
            w.click("restore-start");
            w.click("pace-60");
            w.sees("The restore stopped.");
            w.sees("no longer signed");
            assertThat(w.bench.desk(READY).device().screen()).hasToString("cable-screen");
            w.click("pace-1");
            Path verified = folder.resolve(Objects.requireNonNull(w.bench.ticket(READY).verifiedFile()));
            Files.write(verified, java.util.Arrays.copyOf(Files.readAllBytes(verified), 1_000_000));
            w.click("restore-start");
            w.click("pace-60");
            w.sees("not a whole ZIP archive");
            assertThat(w.entries()).extracting(e -> e.event()).filteredOn(TicketEvent.RestoreStopped.class::isInstance).hasSize(2);
            assertThat(w.bench.ticket(READY).restored()).isNull();
        }
    }

    @Tag("long")
    @Test
    void aRunWhoseWindowEndsWaitsAndGoesOnAfterReentry() {
        try (Window w = Window.demo(folder, 12_000_000)) {
            intoRecovery(w);
            w.click("pace-60");
            w.sees("not enough, it will drop out once");
            w.click("restore-start");
            w.hurried(() -> w.sees("Needs you now: the restore waits."));
            w.sees("Enter the mode again the same way");
            double done = w.bench.desk(READY).restore().run().orElseThrow().fraction();
            assertThat(done).isPositive();
            w.click("back-to-keys");
            w.hurried(() -> {
                w.click("show-me");
                Window.until(() -> w.bench.ticket(READY).mode() != null, "recovery again, shown");
            });
            w.click("keys-start");
            w.sees("The computer works by itself.");
            assertThat(w.bench.desk(READY).restore().run().orElseThrow().fraction()).isGreaterThanOrEqualTo(done);
            w.click("pace-60");
            w.hurried(() -> w.sees("Hand over, restored to 31.10"));
            assertThat(w.entries()).extracting(e -> e.event().type()).containsSubsequence("restore-started", "mode-lost", "keys-attempted",
                    "mode-entered", "restored");
        }
    }

    @Test
    void aTicketReopensAtItsStageWithTheDeviceInItsMode() {
        try (Window w = Window.demo(folder, 12_000_000)) {
            intoRecovery(w);
            w.click("restore-start");
        }
        try (Window w = Window.demo(folder, 12_000_000)) {
            assertThat(w.bench.ticket(READY).mode()).isEqualTo(Mode.RECOVERY);
            w.click("lane-" + READY);
            w.sees("until it drops out of recovery");
            w.sees("Start the restore");
            assertThat(w.entries().getLast().event()).isInstanceOfSatisfying(TicketEvent.RestoreStopped.class, e -> assertThat(e.why())
                    .isEqualTo(Said.of("program-ended")));
        }
    }

    /** What waiting cannot mend is said at once, with what to do; what is tried again later works. */
    @Test
    void aLibraryThatSendsSomethingElseOrNothingIsSaid() {
        try (Window w = Window.demo(folder, 1_800_000)) {
            w.click("lane-T-0012");
            w.click("choose-31K88");
            w.world.standIns().faults().wrongLengthOnce(5);
            w.click("download");
            w.sees("not the chosen firmware file");
            w.click("nav-firmware-files");
            w.sees("stopped: the library lists");
            w.world.standIns().faults().drip(45_000);
            w.click("resume-31K88");
            w.sees("downloading");
            w.click("first-31K88");
            w.click("pause-31K88");
            w.sees("paused");
            w.world.standIns().close();
            Window.onFx(() -> {
                w.shell.showTicket("T-0013", wistaxis.core.ticket.Stage.FIRMWARE);
                w.bench.stock().builds().askAgain("iPhone10,1");
                return null;
            });
            w.sees("The firmware library cannot be reached");
            w.sees("Check its address and the internet connection, and ask again.");
        }
    }

    @Tag("long")
    @Test
    void aDownloadThatBreaksGoesOnAndTheLibraryMayBeDown() {
        try (Window w = Window.demo(folder, 1_800_000)) {
            w.click("lane-T-0012");
            w.sees("Newest signed build");
            w.click("choose-31K88");
            w.world.standIns().faults().cutNextDownloadAfter(600_000);
            w.click("download");
            w.sees("Trying again by itself: the line broke");
            w.sees("The firmware file is verified");
            assertThat(w.entries()).extracting(e -> e.event()).filteredOn(TicketEvent.DownloadStarted.class::isInstance)
                    .hasSizeGreaterThanOrEqualTo(1);
        }
    }
}
