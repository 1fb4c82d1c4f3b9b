package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.ledger.DataFolder;

/**
 * The plainest way of a real shop: a build typed in without a digest, chosen, restored, handed over; the program is started anew on every
 * page.
 */
@ExtendWith(Waits.class)
class TypedBuildTest {
    private static final String N = "T-0001";

    @TempDir
    private Path folder;
    private final ScriptedUsb usb = new ScriptedUsb();
    private Window w;

    /** Closes the window and opens it again, at the ticket. */
    private void again() {
        w.close();
        w = Window.real(folder, usb);
        w.click("lane-" + N);
        w.settle();
        assertThat(w.text()).doesNotContain("unreadable").doesNotContain("Exception").doesNotContain("cannot start");
    }

    @Test
    void aBuildWithoutADigestGoesFromTheCommandToAClosedTicket() throws IOException {
        DataFolder data = DataFolder.open(folder);
        // what "wistaxis firmware add --device iPhone13,2 --version 26.1 --build 23B80 --size 9GB" keeps
        new CatalogueFile(data.catalogue()).write(FirmwareCatalogue.EMPTY.typed(new TypedBuild("26.1", "23B80", "9GB", "", "", "yes").of("iPhone13,2"), "somebody here", "", Instant.now().minusSeconds(60)));
        w = Window.real(folder, usb);
        try {
            w.click("new-ticket");
            w.sees("What is wrong");
            again();
            for (Map.Entry<String, String> fact : Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
                    "brokenKeys", "none", "blacklisted", "no", "backup", "none", "readyCable", "yes", "readyProgram", "yes").entrySet()) {
                w.says(N, new TicketEvent.FactRecorded(fact.getKey(), fact.getValue()));
            }
            again();
            w.says(N, new TicketEvent.Identified("iPhone13,2", "by the number"));
            again();
            w.says(N, new TicketEvent.ConsentAsked("recovery-restore", true, "the owner", "no backup"),
                    new TicketEvent.RouteChosen("recovery-restore"));
            again();
            w.click("station-firmware");
            w.click("choose-23B80");
            w.sees("Chosen: 26.1 (23B80)");
            again();
            w.sees("Chosen: 26.1 (23B80)");
            w.click("computer-fetches");
            again();
            w.sees("What to look for");
            usb.shows(ScriptedUsb.phone(ComputerSees.NORMAL));
            w.click("usb-bind-0");
            usb.shows(ScriptedUsb.phone(ComputerSees.RECOVERY));
            Window.until(() -> Window.onFx(() -> w.bench.ticket(N).mode() != null), "recovery");
            again();
            w.click("restore-start");
            w.sees("It shows: Extract");
            again();
            while (Window.onFx(() -> w.bench.desk(N).computer().run().orElseThrow().next().isPresent())) {
                w.click("computer-next");
            }
            again();
            w.focus("computer-version");
            w.type("26.1");
            w.click("computer-written");
            w.sees("Hand over, restored to 26.1");
            again();
            for (String answer : List.of("greeting-seen-0", "step-helped-0", "version-matches-0", "account-lock-0", "passcode-set-0",
                    "data-back-2")) {
                w.click(answer);
            }
            w.click("close-ticket");
            w.sees("This ticket is finished.");
            assertThat(w.verify().clean()).isTrue();
        } finally {
            w.close();
        }
    }
}
