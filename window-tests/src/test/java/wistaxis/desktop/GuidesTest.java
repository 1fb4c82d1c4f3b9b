package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;

/** What is done without a computer, driven in the window: every guide once, by clicks and by digits. */
@Tag("walk")
@ExtendWith(Waits.class)
class GuidesTest extends OnDemoBench {
    private String ticket(String problem, String... more) {
        String number = w.opened("Harbour office phone");
        Map<String, String> facts = new HashMap<>(Map.of("trouble", problem, "ownership", "proved", "liquid", "no", "battery", "ok",
                "brokenKeys", "none", "blacklisted", "no", "backup", "none", "ownerPassword", "yes", "locating", "on"));
        for (int i = 0; i < more.length; i += 2) {
            facts.put(more[i], more[i + 1]);
        }
        facts.forEach((f, v) -> w.says(number, new TicketEvent.FactRecorded(f, v)));
        w.says(number, new TicketEvent.Identified("iPhone14,5", "by the number"));
        shown(number, Stage.ROUTE);
        Window.until(() -> Window.onFx(() -> !w.bench.stock().builds().of("iPhone14,5").isEmpty()),
                "the library, whose answer draws the page anew");
        return number;
    }

    private void shown(String number, Stage stage) {
        Window.onFx(() -> {
            w.shell.showTicket(number, stage);
            return null;
        });
    }

    private Ticket of(String number) {
        return Window.onFx(() -> w.bench.ticket(number));
    }

    private void agreed(String step) {
        w.click("step-" + step);
        w.focus("consent-who");
        w.type("ada");
        w.click("consent-yes");
    }

    @Test
    void eraseFromTheLockScreenCountsTriesAndIsResumed() {
        String n = ticket("unavailable", "wrongTries", "8", "eraseButton", "yes", "online", "yes", "hopesToRemember", "no");
        agreed("lock-screen-erase");
        w.sees("Insert a SIM, or join a Wi-Fi that it knows");
        w.sees("You do this", "1 of 5");
        w.tap(KeyCode.DIGIT1);
        w.sees("8 wrong passcodes so far");
        w.tap(KeyCode.DIGIT2);
        w.sees("9 wrong passcodes so far. Do not try any more.");
        assertThat(w.shell.scene().lookup("#guide-try")).isNull();
        w.click("nav-bench");
        w.click("lane-" + n);
        w.sees("9 wrong passcodes so far");
        w.click("guide-button");
        w.click("guide-asks");
        w.sees("The owner does this");
        w.click("guide-taken");
        w.sees("Unattended: it takes its time");
        w.click("guide-greeting");
        w.sees("Hand over");
        w.click("greeting-seen-1");
        w.sees("check again");
        w.click("step-helped-0");
        w.click("account-lock-0");
        w.click("passcode-set-0");
        w.click("data-back-2");
        w.sees("The answer was [not seen]");
        w.click("greeting-seen-0");
        w.click("close-ticket");
        w.sees("Closed: Erase from the lock screen, handed over");
        assertThat(w.verify().clean()).isTrue();
    }

    @Tag("long")
    @Test
    void aRemoteEraseThatFailsLeadsToTheNextStep() {
        String n = ticket("unavailable", "wrongTries", "8", "eraseButton", "no", "online", "yes", "hopesToRemember", "no");
        agreed("remote-erase");
        w.click("guide-there");
        w.sees("The owner opens the locating page");
        w.click("guide-missing");
        w.sees("Choose the gentlest step that can help");
        assertThat(of(n).failed()).containsExactly("remote-erase");
    }

    /** Back up, sign out, erase; the route says which line to tap, and one consent is for two devices of the lot. */
    @Test
    void aSaleIsPreparedAndOneConsentIsForTheLot() {
        String stranger = ticket("sale", "opens", "yes", "backupWanted", "no");
        String other = ticket("sale", "opens", "yes", "backupWanted", "no");
        String n = ticket("sale", "opens", "yes", "backupWanted", "yes");
        for (String[] whose : new String[][] {{stranger, "Bo Marrow"}, {other, "Ada Quillfeather"}, {n, "Ada Quillfeather"}}) {
            Window.acked(() -> w.bench.commands().give(whose[0], new Command.Keep(whose[1], "", "")));
        }
        w.click("step-backup");
        w.sees("Which way?");
        w.click("way-backup-computer");
        w.click("guide-listed");
        w.click("guide-room");
        w.focus("backup-where");
        w.type("disk 2");
        w.focus("backup-version");
        w.type("31.9");
        w.focus("backup-size");
        w.type("41 GB");
        w.sees("over the cable");
        w.click("guide-made");
        w.sees(", made on 31.9");
        assertThat(of(n).backups()).singleElement().satisfies(b -> assertThat(b.where()).isEqualTo("disk 2"));
        w.click("step-sign-out");
        w.click("guide-asks");
        w.click("guide-out");
        w.click("guide-off");
        w.click("step-settings-erase");
        w.focus("consent-who");
        w.type("ada");
        w.click("consent-lot");
        w.sees("General settings, at the very bottom");
        assertThat(of(other).consentGiven()).as("asked once, for both").isTrue();
        assertThat(of(stranger).consentGiven()).as("nobody agrees for somebody else").isFalse();
        w.click("guide-found");
        w.click("guide-none");
        w.click("guide-taken");
        w.click("guide-begun");
        w.click("guide-greeting");
        w.sees("Leave it connected: the computer is still needed");
    }

    /** It rings at half an hour and at an hour, and asks what is seen. */
    @Tag("long")
    @Test
    void theChargingGuideRings() {
        String n = ticket("dead");
        w.click("step-charge");
        w.click("guide-plugged");
        w.sees("until it rings");
        w.click("pace-60");
        w.hurried(60, () -> w.sees("Time is up: look at it."));
        w.sees("After half an hour: what does it show?");
        w.click("reminder-away");
        w.click("guide-black");
        w.sees("Use another cable and charger");
        w.hurried(60, () -> w.sees("Time is up: look at it."));
        w.click("pace-1");
        w.click("guide-black");
        w.sees("Choose the gentlest step that can help");
        assertThat(of(n).failed()).containsExactly("charge");
    }

    @Tag("long")
    @Test
    void aBuyingCheckGivesASlip() {
        String n = ticket("second-hand", "ownership", "none");
        w.click("step-buying-check");
        for (KeyCode digit : List.of(KeyCode.DIGIT1, KeyCode.DIGIT1, KeyCode.DIGIT1, KeyCode.DIGIT2)) {
            w.tap(digit);
        }
        w.sees("The seller's receipt");
        w.tap(KeyCode.DIGIT1);
        w.sees("Fail: do not buy");
        w.sees("former owner signs out");
        w.click("close-ticket");
        w.sees("Closed:");
        assertThat(of(n).closed()).isNotNull();
    }

    /**
     * After a restore: page by page to first use, left half way for home; documents are seen; a scanned label opens its ticket from
     * anywhere.
     */
    @Test
    void setUpDocumentsAndAScannedLabel() {
        String n = ticket("unavailable", "backup", "cloud");
        for (TicketEvent e : List.of(new TicketEvent.ConsentAsked("recovery-restore", true, "Ada", "a cloud backup"),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored("31.10"))) {
            w.says(n, e);
        }
        shown(n, Stage.HANDOVER);
        w.sees("Set-up: ");
        w.click("set-up-go");
        w.sees("Swipe up, or press Home, at the greeting screen");
        w.tap(KeyCode.DIGIT2);
        w.sees("The account lock shows already here");
        w.tap(KeyCode.DIGIT1);
        w.click("set-up-go");
        w.sees("Did the step help?");
        w.click("set-up-home");
        w.sees("Documents of " + n);
        w.click("document-home");
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#document-page") != null), "the paper to be seen");
        w.click("document-erasure");
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#document-page") != null), "the record of erasure");
        w.click("document-buying");
        w.sees("There was no purchase check");
        w.click("nav-ledger");
        w.scan(n);
        w.sees("Hand over, restored to 31.10");
    }
}
