package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;

/**
 * The firmware desk over a whole bench: a download that outlives the program, one firmware file for two tickets, and what is refused in the
 * firmware folder.
 */
@ExtendWith(Waits.class)
class FirmwareFilesTest {
    private static final String TICKET = "T-0012";

    @TempDir
    private Path folder = Path.of("");

    @Test
    void aDownloadOutlivesTheProgramAndServesASecondTicketOfTheSameModel() throws Exception {
        long kept;
        try (Window w = Window.demo(folder, 100_000)) {
            w.click("lane-" + TICKET);
            w.sees("When to enter the mode?");
            w.sees("Mode first");
            theBenchCallsOutSigningThatClosesSoon(w);
            w.click("choose-31K88");
            w.sees("Firmware chosen: version 31.10, "); // to be taken back, and nothing half said
            w.click("download");
            Window.until(() -> w.bench.desk(TICKET).firmware().bytes() > 150_000, "some of the download");
            kept = w.bench.desk(TICKET).firmware().bytes();
        }
        try (Window w = Window.demo(folder, 10_000)) { // so that nothing ends before it is let go
            w.click("lane-" + TICKET);
            w.sees("are here already");
            w.click("nav-firmware-files");
            w.sees("from before. For T-0012.");
            w.click("nav-bench");
            assertThat(w.bench.desk(TICKET).firmware().bytes()).isGreaterThanOrEqualTo(kept);
            second(w);
            w.click("lane-" + TICKET);
            w.click("download");
            w.sees("One download for T-0019 Second phone, T-0012 Ferry crew, deck phone 2.");
            w.click("nav-firmware-files");
            w.sees("For T-0019, T-0012.");
            w.click("pause-31K88");
            w.sees("paused");
            w.click("resume-31K88");
            w.world.standIns().faults().drip(200_000_000);
            Window.until(() -> w.bench.ticket(TICKET).firmwareVerified() && w.bench.ticket("T-0019").firmwareVerified(),
                    "the package to be proven for both");
            w.sees("verified, signed: 6 parts");
            w.sees("for T-0012 Ferry crew, deck phone 2, T-0018");
            List<TicketEvent> events = w.entries().stream().map(e -> e.event()).toList();
            assertThat(events).filteredOn(e -> e instanceof TicketEvent.DownloadStopped s && s.reason().key().equals("core.stopped.by-hand"))
                    .as("written on both tickets").hasSize(2);
            Window.until(() -> Window.onFx(() -> w.bench.plans().now()).lanes().stream().filter(l -> l.job().ticket().equals(TICKET))
                    .flatMap(l -> l.spans().stream()).noneMatch(s -> s.what().equals("Download")), "a plan without a download");
            whatIsNotWantedAnyMoreIsThrownAway(w);
        }
    }

    /**
     * After the program ended in the middle, the firmware folder alone is enough: what a ticket wants is gone on with, what nobody wants is thrown
     * away.
     */
    @Test
    void whatIsLeftFromBeforeIsGoneOnWithOrThrownAwayFromTheFirmwareFolder() throws Exception {
        try (Window w = Window.demo(folder, 100_000)) {
            w.click("lane-" + TICKET);
            w.click("choose-31K88");
            w.click("download");
            Window.until(() -> w.bench.desk(TICKET).firmware().bytes() > 150_000, "some of the download");
        }
        String nobodys = "ab".repeat(32);
        Files.write(folder.resolve("firmware/iPad7,5_30A1.zip.part"), new byte[2_500_000]);
        Files.writeString(folder.resolve("firmware/iPad7,5_30A1.zip.part.json"), "{\"etag\":\"\",\"sha256\":\"" + nobodys + "\"}");
        try (Window w = Window.demo(folder, 12_000_000)) {
            w.click("nav-firmware-files");
            w.sees("2.5 MB of a firmware file that no open ticket needs.");
            w.click("throw-away-" + nobodys.substring(0, 8));
            Window.until(() -> !w.text().contains("that no open ticket needs"), "the part to be gone from the page");
            assertThat(folder.resolve("firmware/iPad7,5_30A1.zip.part")).doesNotExist();
            assertThat(folder.resolve("firmware/iPad7,5_30A1.zip.part.json")).doesNotExist();
            w.sees("from before. For T-0012.");
            w.click("resume-31K88");
            w.sees("verified, signed: 6 parts");
            Window.until(() -> w.bench.ticket(TICKET).firmwareVerified(), "the proof to be on the disk");
            assertThat(w.entries().stream().map(e -> e.event())).as("gone on with, not begun anew")
                    .filteredOn(TicketEvent.DownloadStarted.class::isInstance).last()
                    .isInstanceOfSatisfying(TicketEvent.DownloadStarted.class, e -> assertThat(e.fromByte()).isGreaterThan(150_000));
            assertThat(w.text()).doesNotContain("from before");
        }
    }

    private void whatIsNotWantedAnyMoreIsThrownAway(Window w) throws Exception {
        Window.onFx(() -> {
            w.shell.showTicket("T-0019", Stage.FIRMWARE);
            return null;
        });
        w.click("choose-31J61");
        w.world.standIns().faults().drip(60_000);
        w.click("download");
        Window.until(() -> w.bench.desk("T-0019").firmware().bytes() > 75_000, "some of another download");
        w.click("nav-firmware-files");
        w.click("pause-31J61");
        w.sees("paused");
        w.click("throw-away-" + Objects.requireNonNull(w.bench.ticket("T-0019").build()).sha256().substring(0, 8));
        Window.until(() -> w.bench.stock().downloads().fetches().isEmpty(), "no download is left");
        assertThat(Files.list(folder.resolve("firmware"))).allMatch(f -> f.toString().endsWith(".zip"));
        assertThat(w.bench.desk("T-0019").firmware().bytes()).isZero();
    }

    private static void second(Window w) {
        String number = w.opened("Second phone");
        List<TicketEvent> events = new ArrayList<>();
        for (String fact : List.of("trouble=unavailable", "ownership=proved", "blacklisted=no", "liquid=no", "battery=ok",
                "brokenKeys=none", "wrongTries=10-or-more", "readyCable=yes", "readyProgram=yes")) {
            events.add(new TicketEvent.FactRecorded(fact.substring(0, fact.indexOf('=')), fact.substring(fact.indexOf('=') + 1)));
        }
        events.add(new TicketEvent.Identified("iPhone13,2", "test"));
        events.add(new TicketEvent.ConsentAsked("recovery-restore", true, "owner", "no backup"));
        events.add(new TicketEvent.RouteChosen("recovery-restore"));
        w.says(number, events);
        Window.onFx(() -> {
            w.shell.showTicket(number);
            return number;
        });
        w.click("choose-31K88");
        w.click("download");
        Window.until(() -> w.entries().stream()
                .anyMatch(e -> e.ticket().equals("T-0019") && e.event() instanceof TicketEvent.DownloadStarted),
                "the second ticket's download");
        Window.onFx(() -> {
            w.shell.showBench();
            return null;
        });
    }

    private static void theBenchCallsOutSigningThatClosesSoon(Window w) {
        w.click("choose-31J61");
        w.click("nav-bench");
        w.sees("Version 31.9.1 (build 31J61) is signed for only");
        w.sees("Tickets that need it: " + TICKET);
        w.click("lane-" + TICKET);
    }

    /** A catalogue of builds from another shop is taken in whole, or refused with its line. */
    private void builds(Window w) throws Exception {
        w.click("nav-bench");
        w.click("lane-T-0012");
        w.sees("Newest signed build");
        w.settle();
        String mine = Files.readString(folder.resolve("data/firmware.json"));
        Path theirs = Files.writeString(folder.resolve("theirs.json"), mine.replace("iPhone13,2", "iPhone17,5"));
        Path wrong = Files.writeString(folder.resolve("wrong.json"), mine.replaceFirst("\"sizeBytes\" : \\d+", "\"sizeBytes\" : -4"));
        assertThat(Window.acked(() -> w.bench.stock().builds().take(theirs))).isEqualTo(5);
        assertThat(w.bench.stock().builds().of("iPhone17,5")).hasSize(5);
        assertThat(w.bench.stock().builds().of("iPhone13,2")).as("what was known stays").hasSize(5);
        w.settle();
        String before = Files.readString(folder.resolve("data/firmware.json"));
        assertThatThrownBy(() -> Window.acked(() -> w.bench.stock().builds().take(wrong))).hasStackTraceContaining("wrong.json line")
                .hasStackTraceContaining("[-4]");
        assertThat(folder.resolve("data/firmware.json")).hasContent(before);
        w.click("nav-firmware-files");
    }

    @Test
    void whatIsBroughtToTheFirmwareFolderIsTakenByContentOrRefusedInWords() throws Exception {
        try (Window w = Window.demo(folder.resolve("data"), 12_000_000)) {
            w.click("nav-firmware-files");
            w.sees("for T-0011 Bird observatory, field phone D");
            Path hostile = Files.writeString(folder.resolve("firmware-31.10.zip"), "PK but no archive");
            Path good = Files.list(folder.resolve("data/firmware")).filter(p -> p.toString().endsWith(".zip")).findFirst().orElseThrow();
            Path renamed = Files.copy(good, folder.resolve("notes.txt"));
            Window.onFx(() -> {
                w.bench.stock().proofs().bring(List.of(hostile, renamed));
                return null;
            });
            w.sees("[firmware-31.10.zip] was not added.");
            w.sees("The file is not a whole ZIP archive");
            w.sees("notes.txt");
            w.click("check-notes-txt");
            w.sees("\u2713 verified");
            w.click("put-away");
            Window.until(() -> !w.text().contains("was not added"), "the refusal to be put away");
            Files.delete(folder.resolve("data/firmware/notes.txt"));
            Window.until(() -> !w.text().contains("notes.txt"), "the watched folder to be looked at again");
            String kept = good.getFileName().toString().replaceAll("[^A-Za-z0-9_-]", "-");
            w.click("remove-" + kept);
            Window.until(() -> !Files.exists(good), "the package to be removed");
            builds(w);
            w.click("line-limit");
            w.type("7");
            w.tap(javafx.scene.input.KeyCode.ENTER);
            w.sees("rate [7]: write a number and one of");
        }
    }
}
