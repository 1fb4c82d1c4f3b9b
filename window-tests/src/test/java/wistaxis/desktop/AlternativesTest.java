package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Map;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import wistaxis.core.buttons.Mode;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;

/** Ways beside the common one: a gentler step, another method, a broken chain, a stopped job. On the demo bench. */
@ExtendWith(Waits.class)
class AlternativesTest extends OnDemoBench {
    private static final String ROUTE = "T-0013";
    private static final String KEYS = "T-0011";

    private void record(String ticket, TicketEvent event) {
        w.says(ticket, event);
    }

    @Test
    void aGentlerStepThatDoesNotHelpLeadsBackToTheRoute() {
        record(ROUTE, new TicketEvent.FactRecorded("wrongTries", "8"));
        w.click("lane-" + ROUTE);
        w.sees("KEEPS DATA");
        w.click("step-wait-and-try");
        w.sees("When the wait is over, the owner tries one code");
        assertThat(w.bench.ticket(ROUTE).consent()).as("nothing was erased, so nobody was asked").isNull();
        w.focus("guide-minutes");
        w.type("15");
        w.click("guide-clock-start");
        w.sees("until it rings");
        w.click("guide-given-up");
        w.click("step-recovery-restore");
        w.sees("Does the owner agree?");
        w.click("consent-no");
        assertThat(w.bench.ticket(ROUTE).route()).isEqualTo("wait-and-try");
        w.sees("not given");
        w.click("station-handover");
        w.click("step-helped-0");
        w.click("close-ticket");
        w.sees("Closed: Wait and try the passcode, handed over");
    }

    @Tag("long")
    @Test
    void aPhoneThatIsOffIsTakenInByAColdMethod() {
        record(KEYS, new TicketEvent.FactRecorded("screenSays", "black"));
        w.click("lane-" + KEYS);
        w.sees("Plug in while off: enter recovery");
        w.tap(javafx.scene.input.KeyCode.DIGIT2);
        w.sees("Connect it first");
        w.tap(javafx.scene.input.KeyCode.DIGIT1);
        w.sees("Plug in while off: enter recovery");
        w.click("show-me");
        w.sees("Plug in now");
        w.hurried(() -> Window.until(() -> w.bench.ticket(KEYS).mode() != null, "recovery by a cold plug"));
        w.sees("In recovery. Let go");
        assertThat(w.entries().get(w.entries().size() - 2).event())
                .isInstanceOfSatisfying(TicketEvent.ButtonsAttempted.class, a -> assertThat(a.method()).isEqualTo("Cold plug (shown)"));
    }

    /** A device that loops: restart keys first, then into recovery and straight out, both led by the coach, each asked after. */
    @Test
    void theCoachLeadsThroughTheStepsThatNeedButtonsOnly() {
        String looping = "T-0016";
        record(looping, new TicketEvent.RouteChosen("force-restart"));
        w.click("lane-" + looping);
        w.click("coach-keys");
        w.sees("Restart buttons: force restart");
        w.click("show-me");
        w.hurried(20, () -> w.sees("Restarted. Let go"));
        w.tap(KeyCode.ENTER);
        w.sees("Did the step help?");
        w.click("step-helped-1");
        assertThat(w.bench.ticket(looping).failed()).contains("force-restart");
        record(looping, new TicketEvent.RouteChosen("recovery-in-out"));
        w.click("station-keys");
        w.hurried(20, () -> Window.until(() -> !w.bench.desk(looping).starting(), "the device to loop again"));
        w.click("goal-recovery");
        w.click("show-me");
        w.hurried(20, () -> Window.until(() -> Mode.RECOVERY.equals(w.bench.ticket(looping).mode()), "recovery"));
        w.sees("Restart buttons: leave recovery");
        w.click("show-me");
        w.hurried(20, () -> w.sees("It has left the mode"));
        assertThat(w.bench.ticket(looping).mode()).isNull();
        w.sees("Did it help?");
    }

    @Test
    void aBrokenButtonTakesItsSequencesAwayAndSaysWhatCanBeDoneInstead() {
        record(KEYS, new TicketEvent.FactRecorded("brokenKeys", "VOLUME_UP"));
        w.click("lane-" + KEYS);
        w.sees("Plug in while off");
        assertThat(w.text()).doesNotContain("Plugged restart");
        w.click("goal-dfu");
        w.sees("No method works");
        w.sees("needs a broken button: Volume Up", "Try recovery");
        w.click("goal-power-off");
        w.press(KeyCode.U);
        assertThat(w.bench.desk(KEYS).buttons().coaching().down()).as("a broken key does nothing").isEmpty();
        w.release(KeyCode.U);
    }

    @Test
    void aBrokenChainIsSaidOnTheLedgerPage() throws SQLException {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("ledger.db")); var s = db.createStatement()) {
            s.execute("DROP TRIGGER event_is_never_changed");
            s.execute("UPDATE event SET body = replace(body, 'museum keeper', 'somebody') WHERE body LIKE '%museum keeper%'");
            w.click("nav-ledger");
            w.sees("Broken: entry [");
            w.click("ledger-filter");
            w.type("bilge");
            w.sees("device in the customer's words: fell into the bilge");
            assertThat(w.text()).doesNotContain("Restored to");
        }
    }

    @Test
    void aWetPhoneStopsTheJobOnEveryPage() {
        w.sees("Stopped");
        w.click("lane-T-0015");
        w.click("station-route");
        w.sees("Stop: do nothing on this device.");
        assertThat(w.text()).doesNotContain("Take this step");
        assertThat(w.bench.plans().now().lanes()).as("nobody's hands are planned for it").noneMatch(l -> l.job().ticket().equals("T-0015"));
        assertThat(w.bench.ticket("T-0015").stage()).isEqualTo(Stage.IDENTIFY);
    }

    @Test
    void waterFoundLateStopsARestoreThatWasReadyToStart() {
        record(KEYS, new TicketEvent.ModeEntered(Mode.RECOVERY));
        w.click("lane-" + KEYS);
        w.sees("Start the restore");
        Window.until(() -> !w.find("restore-start").isDisabled(), "the host to be looked at and the bench to be ready");
        record(KEYS, new TicketEvent.FactRecorded("liquid", "yes"));
        w.sees("Stop: do nothing on this device.");
        assertThat(w.find("restore-start").isDisabled()).isTrue();
    }

    @Test
    void anotherModelGetsAnotherDeskAndAnotherFirmwareFile() {
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
    void anAnswerChangedChangesTheRouteBesideItAndSaysWhat() {
        w.click("lane-" + ROUTE);
        w.click("station-intake");
        w.click("change-backup");
        w.sees("Is there a backup?");
        w.tap(KeyCode.DIGIT0);
        w.sees("not known");
        w.sees("\u25c6 new warning");
        w.click("change-damage");
        w.click("damage-key");
        w.sees("Which buttons are broken?");
        w.sees("\u25c6 now waiting");
        w.tap(KeyCode.DIGIT3);
        w.tap(KeyCode.ENTER);
        assertThat(w.bench.ticket(ROUTE).facts())
                .containsAllEntriesOf(Map.of("brokenKeys", "SIDE", "liquid", "no", "battery", "ok", "backup", "unknown"));
        w.sees("\u25c6 new reason");
        w.sees("With Side broken, no recovery method of this button layout works.");
        w.tap(KeyCode.BACK_SPACE);
        w.sees("Try every button");
        assertThat(w.bench.ticket(ROUTE).facts()).doesNotContainKey("brokenKeys");
        w.tap(KeyCode.ENTER);
        w.sees("\u25c6 now possible");
    }
}
