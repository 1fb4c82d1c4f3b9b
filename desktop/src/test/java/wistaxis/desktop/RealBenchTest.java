package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.keys.HostView;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbDevice;
import wistaxis.standins.ScriptedUsb;

/** A real ticket in the window, with a scripted USB: keys, a host that fetches, a drop-out and a re-entry, trouble at the host. */
class RealBenchTest {
    @TempDir
    private Path folder;
    private final ScriptedUsb usb = new ScriptedUsb();

    private static UsbDevice device(HostView mode) {
        return ScriptedUsb.device(mode, "1-1", "00008101-000A11112222001E", "8101", "0C", "000A11112222001E");
    }

    private static Ticket ticket(Window w) {
        return Window.onFx(() -> w.bench.ticket("T-0001"));
    }

    private static void opened(Window w) {
        w.click("new-ticket");
        w.sees("What is wrong");
        for (Map.Entry<String, String> fact : Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
                "brokenKeys", "none", "blacklisted", "no", "backup", "none", "readyCable", "yes", "readyProgram", "yes").entrySet()) {
            Window.acked(() -> w.bench.record("T-0001", new TicketEvent.FactRecorded(fact.getKey(), fact.getValue())));
        }
        Window.acked(() -> w.bench.record("T-0001", new TicketEvent.Identified("iPhone13,2", "by the number")));
        Window.acked(() -> w.bench.record("T-0001", List.of(new TicketEvent.ConsentAsked("recovery-restore", true, "Deckhand", "no backup"),
                new TicketEvent.RouteChosen("recovery-restore"))));
        w.click("station-firmware");
    }

    @Test
    void fromCounterToClosedWithADropOutAndAReEntry() {
        try (Window w = Window.real(folder, usb)) {
            assertThat(w.text()).contains("USB: no device").doesNotContain("simulated").doesNotContain("\u00d710");
            opened(w);
            w.sees("Who brings the firmware?");
            w.click("host-fetches");
            w.click("go-on");
            w.sees("Look for");
            usb.shows(device(HostView.NORMAL));
            w.sees("This one?");
            w.click("usb-bind-0");
            w.sees("A device that is up");
            assertThat(w.shell.scene().lookup("#show-me")).as("nobody shows anything on a real device").isNull();
            w.click("keys-start");
            w.tap(KeyCode.U);
            usb.shows(device(HostView.RECOVERY));
            w.sees("In recovery. Let go.");
            w.click("keys-start");
            w.sees("left in recovery, as this shop sets it");
            w.click("restore-start");
            w.sees("type the minutes that the host shows");
            w.focus("host-minutes");
            w.type("12");
            w.click("host-minutes-say");
            w.sees("min left. Now: The host fetches.");
            usb.shows();
            w.hurried(() -> w.sees("Hands needed: it has left its mode."));
            w.click("back-to-keys");
            w.sees("Plugged restart");
            usb.shows(device(HostView.RECOVERY));
            w.sees("On to the restore");
            w.click("keys-start");
            w.click("trouble-error");
            w.click("try-once-more-not");
            w.click("try-cable-and-port-helped");
            w.sees("Something wrong at the host?");
            w.click("host-stage-prepare");
            w.sees("Leave cable and device alone.");
            for (int i = 0; i < 8; i++) {
                w.click("host-next");
            }
            w.focus("host-version");
            w.type("26");
            w.click("host-written");
            w.sees("Hand over, restored to 26");
            assertThat(ticket(w).stage()).isEqualTo(Stage.HANDOVER);
            assertThat(w.entries()).extracting(e -> e.event().type()).containsSubsequence("opened", "firmware-from", "device-bound",
                    "sighted", "keys-attempted", "restore-started", "host-left", "sighted", "mode-lost", "sighted", "mode-entered",
                    "host-trouble", "trouble-tried", "trouble-tried", "restored");
            assertThat(w.entries()).filteredOn(e -> e.event() instanceof TicketEvent.KeysAttempted).allSatisfy(e ->
                    assertThat(((TicketEvent.KeysAttempted) e.event()).timing()).as("nothing is claimed of keys nobody saw").isEmpty());
            assertThat(w.verify().clean()).isTrue();
        }
    }

    @Test
    void withoutUsbItIsAsked() {
        usb.fails("no right to look at it");
        try (Window w = Window.real(folder, usb)) {
            w.sees("no right to look at it");
            opened(w);
            w.click("host-fetches");
            w.click("go-on");
            w.click("keys-start");
            w.click("keys-over");
            w.sees("What do you see?");
            w.click("host-recovery");
            w.click("sight-cable-screen");
            w.sees("On to the restore");
            assertThat(ticket(w).mode()).isEqualTo("recovery");
        }
    }
}
