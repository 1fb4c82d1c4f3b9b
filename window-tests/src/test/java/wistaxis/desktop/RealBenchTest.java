package wistaxis.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbDevice;
import wistaxis.standins.ScriptedUsb;
import static org.assertj.core.api.Assertions.assertThat;


/** A real ticket in the window, with a scripted USB: keys, a computer that fetches, a drop-out and a re-entry, problem at the computer. */
@ExtendWith(Waits.class)
class RealBenchTest {
    @TempDir
    private Path folder;
    private final ScriptedUsb usb = new ScriptedUsb();

    private static UsbDevice device(ComputerSees mode) {
        return ScriptedUsb.device(mode, "1-1", "00008101-000A11112222001E", "8101", "0C", "000A11112222001E");
    }

    private static Ticket ticket(Window w) {
        return Window.onFx(() -> w.bench.ticket("T-0001"));
    }

    private static void opened(Window w, String number) {
        w.click("new-ticket");
        w.sees("What is wrong");
        for (Map.Entry<String, String> fact : Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
                "brokenKeys", "none", "blacklisted", "no", "backup", "none", "readyCable", "yes", "readyProgram", "yes").entrySet()) {
            w.says(number, new TicketEvent.FactRecorded(fact.getKey(), fact.getValue()));
        }
        w.says(number, new TicketEvent.Identified("iPhone13,2", "by the number"));
        w.says(number, new TicketEvent.ConsentAsked("recovery-restore", true, "Deckhand", "no backup"),
                new TicketEvent.RouteChosen("recovery-restore"));
        w.click("station-firmware");
    }

    private static void computerFetches(Window w, String number) {
        opened(w, number);
        w.click("computer-fetches");
    }

    /** File first: a build is typed in from what the maker shows, its file is verified here and given to the computer. */
    @Test
    void fileFirstFromCounterToClosed() throws IOException {
        Path made = Path.of("../tests/src/test/resources/packages/maker-xml-sha384.zip");
        try (Window w = Window.real(folder, usb)) {
            Files.copy(made, Window.onFx(() -> w.bench.stock().firmwareFolder().folder()).resolve("found.zip"));
            opened(w, "T-0001");
            w.sees("No build is known for iPhone13,2.");
            w.click("type-build");
            for (Map.Entry<String, String> typed : Map.of("build-version", "31.10", "build-number", "31K88", "build-size",
                    String.valueOf(Files.size(made)), "build-digest", Sha256.of(made)).entrySet()) {
                w.focus(typed.getKey());
                w.type(typed.getValue());
            }
            w.click("keep-build");
            w.sees("typed in by");
            w.click("choose-31K88");
            w.sees("A firmware file says it is this build");
            w.click("prove");
            w.sees("The firmware file is verified");
            w.click("go-on");
            usb.shows(device(ComputerSees.NORMAL));
            w.click("usb-bind-0");
            w.click("keys-start");
            w.tap(KeyCode.U);
            usb.shows(device(ComputerSees.RECOVERY));
            w.sees("In recovery. Let go");
            w.sees("Go on to the restore (Enter)"); // once it is written down
            w.click("keys-start");
            w.sees("found.zip");
            w.click("restore-start");
            w.sees("Now: Extract.");
            while (Window.onFx(() -> w.bench.desk("T-0001").computer().run().orElseThrow().next().isPresent())) {
                w.click("computer-next");
            }
            w.focus("computer-version");
            w.type("31.10");
            w.click("computer-written");
            w.sees("Hand over, restored to 31.10");
            for (String answer : List.of("greeting-seen-0", "step-helped-0", "version-matches-0", "account-lock-0", "passcode-set-0",
                    "data-back-2")) {
                w.click(answer);
            }
            w.click("close-ticket");
            w.sees("This ticket is finished.");
            assertThat(w.entries()).extracting(e -> e.event().type()).containsSubsequence("opened", "build-chosen", "package-proven",
                    "device-bound", "keys-attempted", "restore-started", "signing-answered", "restored", "check-answered", "closed")
                    .doesNotContain("firmware-from", "download-started");
            assertThat(w.verify().clean()).isTrue();
        }
    }

    @Test
    void fromCounterToClosedWithADropOutAndAReEntry() {
        try (Window w = Window.real(folder, usb)) {
            w.sees("USB: no device");
            assertThat(w.text()).doesNotContain("simulated").doesNotContain("\u00d710");
            computerFetches(w, "T-0001");
            w.click("go-on");
            w.sees("What to look for");
            usb.shows(device(ComputerSees.NORMAL));
            w.sees("Is it this one?");
            w.click("usb-bind-0");
            w.sees("A device that is up");
            assertThat(w.shell.scene().lookup("#show-me")).as("nobody shows anything on a real device").isNull();
            w.click("keys-start");
            w.tap(KeyCode.U);
            usb.shows(device(ComputerSees.RECOVERY));
            w.sees("In recovery. Let go");
            w.sees("Go on to the restore (Enter)"); // once it is written down
            w.click("keys-start");
            w.sees("until it drops out of recovery");
            w.click("restore-start");
            w.sees("min left, by size and speed here. Now: The computer downloads.");
            w.focus("computer-minutes");
            w.type("28");
            w.click("computer-minutes-say");
            w.sees("min left. Now: The computer downloads.");
            w.sees("min before the download ends. Be back at");
            usb.shows();
            w.hurried(() -> w.sees("Needs you now: it dropped out of its mode."));
            w.sees("Enter recovery again now");
            w.click("back-to-keys");
            w.sees("Plugged restart");
            usb.shows(device(ComputerSees.RECOVERY));
            w.sees("Go on to the restore");
            w.click("keys-start");
            w.click("problem-error");
            w.click("try-once-more-not");
            w.click("try-cable-and-port-helped");
            w.sees("Is something wrong on the computer?");
            w.click("computer-stage-prepare");
            w.sees("Leave the cable and the device alone.");
            while (Window.onFx(() -> w.bench.desk("T-0001").computer().run().orElseThrow().next().isPresent())) {
                w.click("computer-next");
            }
            w.focus("computer-version");
            w.type("26");
            w.click("computer-written");
            w.sees("Hand over, restored to 26");
            assertThat(ticket(w).stage()).isEqualTo(Stage.HANDOVER);
            assertThat(w.entries()).extracting(e -> e.event().type()).containsSubsequence("opened", "firmware-from", "device-bound",
                    "sighted", "keys-attempted", "restore-started", "host-left", "sighted", "mode-lost", "sighted", "mode-entered",
                    "host-trouble", "trouble-tried", "trouble-tried", "restored");
            assertThat(w.entries()).filteredOn(e -> e.event() instanceof TicketEvent.ButtonsAttempted).allSatisfy(e ->
                    assertThat(((TicketEvent.ButtonsAttempted) e.event()).timing()).as("nothing is claimed of keys nobody saw").isEmpty());
            assertThat(w.verify().clean()).isTrue();
        }
    }

    @Test
    void withoutUsbItIsAsked() {
        usb.fails("no right to look at it");
        try (Window w = Window.real(folder, usb)) {
            w.sees("USB: not watched");
            computerFetches(w, "T-0001");
            w.click("go-on");
            w.click("keys-start");
            w.click("keys-over");
            w.sees("What do you see?");
            w.click("offer-update-and-restore");
            w.click("sight-cable-screen");
            w.sees("Go on to the restore");
            assertThat(ticket(w).mode()).isEqualTo(Mode.RECOVERY);
        }
    }

    /** The computer fails with the same words three times; the third time the notebook says what helped. */
    @Tag("long")
    @Test
    void theNotebookAdvisesTheThirdTime() {
        try (Window w = Window.real(folder, usb)) {
            for (int i = 1; i <= 3; i++) {
                computerFetches(w, "T-000" + i);
                w.click("station-restore");
                w.focus("computer-words");
                w.type("error 77");
                w.click("problem-error");
                w.sees("It says: ");
                if (i == 3) {
                    w.sees("What helped here before: Use another cable and another port. helped 2 of 2 times here");
                    w.sees("helped 0 of 2 times here");
                }
                w.click("try-once-more-not");
                w.click("try-cable-and-port-helped");
                w.sees("Is something wrong on the computer?");
            }
        }
    }

    /** Two devices on one computer that change modes in turn: each page shows its own. */
    @Tag("long")
    @Test
    void twoDevicesOnOneComputer() {
        UsbDevice other = ScriptedUsb.device(ComputerSees.NORMAL, "1-2", "00008101-000B33334444001E", "8101", "0C", "000B33334444001E");
        UsbDevice otherLow = ScriptedUsb.device(ComputerSees.DFU, "1-2", "00008101-000B33334444001E", "8101", "0C", "000B33334444001E");
        try (Window w = Window.real(folder, usb)) {
            usb.shows(device(ComputerSees.NORMAL), other);
            w.sees("USB: 2 devices");
            for (String n : List.of("T-0001", "T-0002")) {
                computerFetches(w, n);
                w.click("go-on");
                w.sees("Is it this one?");
                UsbDevice its = n.equals("T-0001") ? device(ComputerSees.NORMAL) : other;
                Window.acked(() -> w.bench.usb().bind(n, its));
                w.sees("A device that is up");
            }
            usb.shows(device(ComputerSees.RECOVERY), other);
            Window.until(() -> Mode.RECOVERY.equals(ticket(w).mode()), "the first in recovery");
            w.sees("A device that is up");
            assertThat(w.text()).as("the page of the second").doesNotContain("In recovery. Let go");
            usb.shows(device(ComputerSees.RECOVERY), otherLow);
            Window.until(() -> Mode.DFU.equals(Window.onFx(() -> w.bench.ticket("T-0002")).mode()), "the second in DFU");
            w.sees("DFU");
            Window.onFx(() -> {
                w.shell.showTicket("T-0001", Stage.KEYS);
                return null;
            });
            w.sees("Go on to the restore");
            w.sees("ECID 000A11112222001E");
            assertThat(w.text()).doesNotContain("000B33334444001E");
        }
    }
}
