package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Map;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;

/** Ways beside the common one: a gentler rung, another school, a broken chain, a stopped job. On the demo bench. */
class AlternativesTest {
    private static final String ROUTE = "T-0005";
    private static final String KEYS = "T-0003";

    @TempDir
    private Path folder = Path.of("");
    private Window w = null;

    @BeforeEach
    void open() {
        w = Window.demo(folder, 12_000_000);
    }

    @AfterEach
    void close() {
        w.close();
    }

    private void record(String ticket, TicketEvent event) {
        Window.onFx(() -> w.bench.record(ticket, event));
    }

    @Test
    void aGentlerRungThatDoesNotHelpLeadsBackToTheLadder() {
        record(ROUTE, new TicketEvent.FactRecorded("hopesToRemember", "yes"));
        w.click("lane-" + ROUTE);
        w.sees("KEEPS DATA");
        w.click("rung-wait-and-try");
        w.sees("Did the step help?");
        assertThat(w.bench.ticket(ROUTE).consent()).as("nothing was erased, so nobody was asked").isNull();
        w.click("step-helped-1");
        w.click("back-to-route");
        w.click("rung-recovery-restore");
        w.sees("Does the owner agree?");
        w.click("consent-no");
        assertThat(w.bench.ticket(ROUTE).route()).isEqualTo("wait-and-try");
        w.sees("not given");
        w.click("station-handover");
        w.click("step-helped-0");
        w.click("close-ticket");
        w.sees("Closed: wait and try the passcode, handed over");
    }

    @Test
    void aPhoneThatIsOffIsTakenInByAColdSchool() {
        record(KEYS, new TicketEvent.FactRecorded("screenSays", "black"));
        w.click("lane-" + KEYS);
        w.sees("Plug in first");
        w.click("school-Cold-plug");
        w.sees("Cold plug into recovery");
        w.click("show-me");
        w.sees("Plug in now");
        Window.until(40, () -> w.bench.ticket(KEYS).mode() != null, "recovery by a cold plug");
        w.sees("In recovery. Let go.");
        assertThat(w.bench.entries().get(w.bench.entries().size() - 2).event())
                .isInstanceOfSatisfying(TicketEvent.KeysAttempted.class, a -> assertThat(a.school()).isEqualTo("Cold plug (shown)"));
    }

    @Test
    void aBrokenChainIsSaidOnTheLedgerPage() throws SQLException {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("ledger.db")); var s = db.createStatement()) {
            s.execute("DROP TRIGGER event_is_never_changed");
            s.execute("UPDATE event SET body = replace(body, 'museum keeper', 'somebody') WHERE body LIKE '%museum keeper%'");
            w.click("nav-ledger");
            w.sees("The chain is broken: entry [");
            w.click("ledger-filter");
            w.type("bilge");
            w.sees("device words is fell into the bilge");
            assertThat(w.text()).doesNotContain("Restored to");
        }
    }

    @Test
    void aWetPhoneStopsTheJobOnEveryPage() {
        w.sees("Stopped");
        w.click("lane-T-0007");
        w.click("station-route");
        w.sees("Stop: nothing may be done on this device.");
        assertThat(w.text()).doesNotContain("Take this step");
        assertThat(w.bench.plan().lanes()).as("nobody's hands are planned for it").noneMatch(l -> l.job().ticket().equals("T-0007"));
        assertThat(w.bench.ticket("T-0007").stage()).isEqualTo(Stage.IDENTIFY);
    }

    @Test
    void waterFoundLateStopsARestoreThatWasReadyToStart() {
        record(KEYS, new TicketEvent.ModeEntered("recovery"));
        w.click("lane-" + KEYS);
        w.sees("Start the restore");
        assertThat(w.find("restore-start").isDisabled()).isFalse();
        record(KEYS, new TicketEvent.FactRecorded("liquid", "yes"));
        w.sees("Stop: nothing may be done on this device.");
        assertThat(w.find("restore-start").isDisabled()).isTrue();
    }

    @Test
    void anotherModelGetsAnotherDeskAndAnotherPackage() {
        w.click("lane-" + KEYS);
        w.sees("field phone D, iPhone 13");
        w.click("station-identify");
        w.type("a2628");
        w.sees("iPhone 13 mini");
        w.tap(KeyCode.ENTER);
        w.click("station-firmware");
        w.sees("Firmware for iPhone14,4");
        assertThat(w.bench.ticket(KEYS).stage()).isEqualTo(Stage.FIRMWARE);
        assertThat(w.bench.desk(KEYS).model().name()).isEqualTo("iPhone 13 mini");
    }

    @Test
    void anAnswerTakenBackIsUnknownAgain() {
        w.click("lane-" + ROUTE);
        w.click("station-intake");
        w.click("liquid-no");
        w.sees("1 still missing: liquid");
        assertThat(w.bench.ticket(ROUTE).facts()).doesNotContainKey("liquid").containsAllEntriesOf(Map.of("battery", "ok"));
        w.click("station-route");
        w.sees("Ask about liquid first");
        assertThat(w.text()).doesNotContain("Take this step");
    }
}
