package wistaxis.desktop;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;
import static org.assertj.core.api.Assertions.assertThat;


/** Intake, identification and route without a mouse. */
@ExtendWith(Waits.class)
class KeyboardTest {
    @TempDir
    private Path folder = Path.of("");
    private Window w = null;
    private int pressed;

    @BeforeEach
    void open() {
        w = new Window(DataFolder.open(folder), Instant.now(), 150_000);
    }

    @AfterEach
    void close() {
        w.close();
    }

    private Ticket ticket() {
        return w.bench.ticket("T-0001");
    }

    /**
     * Keys as they are pressed: digits and letters, a comma for Enter, an arrow for Backspace; a circumflex holds Ctrl for the next one.
     */
    private void keys(String keys) {
        boolean control = false;
        for (char c : keys.toCharArray()) {
            pressed++;
            if (c == '^') {
                w.press(KeyCode.CONTROL);
                control = true;
                continue;
            }
            w.tap(c == ',' ? KeyCode.ENTER : c == '<' ? KeyCode.BACK_SPACE : c == '.' ? KeyCode.PERIOD : c == ' ' ? KeyCode.SPACE
                    : KeyCode.getKeyCode(String.valueOf(Character.toUpperCase(c))));
            if (control) {
                w.release(KeyCode.CONTROL);
                control = false;
            }
            Window.pause(10);
        }
    }

    /** iPhone 12, disabled, backup exists, owner present, no damage: twelve keys from the bench to the route. */
    @Test
    void theCommonCaseTakesTwelveKeys() {
        keys("^n");
        w.sees("What is wrong?");
        keys("5");
        w.sees("Which device is it?");
        keys("12");
        w.sees("iPhone13,2");
        keys(",");
        w.sees("Any damage?");
        keys("1");
        w.sees("Whose is it");
        keys("1");
        w.sees("reported lost");
        keys("1");
        w.sees("Is there a backup?");
        keys("1^,");
        w.sees("Choose the gentlest step that can help");
        assertThat(pressed).isEqualTo(12);
        assertThat(ticket().identifier()).isEqualTo("iPhone13,2");
        assertThat(ticket().facts()).containsAllEntriesOf(Map.of("trouble", "disabled", "liquid", "no", "battery", "ok", "brokenKeys",
                "none", "ownership", "proved", "blacklisted", "no", "backup", "cloud"));
        w.sees("ERASES ALL");
        w.sees("Take this step");
    }

    /** Every problem from intake to a chosen step. The keys after the common ones answer what only this problem asks. */
    @ParameterizedTest
    @CsvSource({"4, 81, wait-and-try", "c, '', carrier-unlock"})
    void aProblemLeadsToAChosenStep(String problem, String more, String step) {
        chosen(problem, more, step);
    }

    @ParameterizedTest(name = "{argumentsWithNames}")
    @Tag("long")
    @CsvSource({"1, 0, force-restart", "2, 0, force-restart", "3, '', charge", "5, 3, wait-and-try", "6, '', recovery-restore",
            "7, 1, recovery-in-out", "8, '', recovery-restore", "9, '', recovery-restore", "a, '', force-restart",
            "b, '', recovery-restore", "d, '', buying-check"})
    void everyOtherProblemDoes(String problem, String more, String step) {
        chosen(problem, more, step);
    }

    private void chosen(String problem, String more, String step) {
        keys("^n" + problem);
        w.sees("Which device is it?");
        keys("a2403,");
        if (problem.equals("b")) {
            w.sees("At which stage");
            keys("4");
        }
        keys("111");
        if (!"cd".contains(problem)) {
            keys("1");
        } else {
            w.sees("What is the IMEI?");
            keys("356958031648321," + (problem.equals("c") ? "11" : ""));
        }
        if (problem.equals("8")) {
            keys("32.0 test 2,31.10,32.0,2");
            w.sees("Which version is on the watch?");
            keys("32.1,");
        } else if (problem.equals("7")) {
            keys("1,");
        } else if ("123".contains(problem)) {
            keys(more.isEmpty() ? "," : "1,");
        } else if ("45".contains(problem)) {
            keys("3");
        }
        keys("^,");
        w.sees("Choose the gentlest step that can help");
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#step-" + step) != null), "the step " + step);
        if (problem.equals("8")) {
            w.sees("From 32.0 test 2 down to 31.10");
            w.sees("The watch is on 32.1");
            w.sees("Cloud backup, made on 32.0");
            w.sees("Grey in the list");
        }
        w.focus("step-" + step);
        keys(",");
        if (step.endsWith("restore")) {
            w.sees("Does the owner agree?");
            keys("owner,");
        }
        Window.until(() -> step.equals(ticket().route()), "the step " + step + " to be taken");
        assertThat(ticket().stage()).isEqualTo(step.endsWith("restore") ? Stage.FIRMWARE : Set.of("charge", "buying-check", "wait-and-try").contains(step)
                ? Stage.KEYS : Stage.HANDOVER);
    }

    @Test
    void badInputIsAnsweredAtTheCounter() {
        keys("^n8");
        w.sees("Which device is it?");
        keys("iphone99,");
        w.sees("Any damage?");
        assertThat(ticket().facts()).containsEntry("deviceWords", "iphone99");
        assertThat(ticket().identifier()).isNull();
        keys("1111");
        w.sees("Which system version is on it?");
        keys("31.x,");
        w.sees("Version [31.x] is not a version");
        keys("<<<<32.0,0");
        assertThat(ticket().facts()).containsEntry("installedVersion", "32.0");
        w.click("change-trouble");
        keys("c");
        w.sees("What is the IMEI?");
        keys("35695803164832,");
        w.sees("has 14 digits, and 15 are needed. If only the check digit is missing, it is 1");
        keys("2,");
        w.sees("is misread: its check digit is [2]");
        assertThat(ticket().facts()).doesNotContainKey("imei");
        w.click("change-trouble");
        keys("6");
        w.click("ask-cloudBackupAt");
        keys("soon,");
        w.sees("[soon] is not a day. Write how many days ago");
        keys("<<<<3,");
        assertThat(ticket().facts()).containsEntry("cloudBackupAt", w.bench.routes().today().minusDays(3).toString());
        w.sees("How many wrong tries so far?");
        keys("1");
        w.sees("a lock-out begins with the 6th");
    }

    @Tag("long")
    @Test
    void liquidStopsTheConversationInWordsForTheCustomer() {
        keys("^n7");
        w.click("ask-damage");
        keys("2");
        w.sees("Stop. Tell the customer:");
        w.sees("Liquid got in: writing firmware can do more damage.");
        keys("<1");
        Window.until(() -> !w.text().contains("Stop. Tell"), "the stop to go with the answer");
        assertThat(w.entries()).extracting(LedgerEntry::event).extracting(TicketEvent::type)
                .as("nothing is lost: the answer and that it was taken back are both there").contains("fact-withdrawn");
    }

    @Test
    void aModelIsFoundByItsLooksByKeys() {
        keys("^n7");
        w.click("station-identify");
        w.sees("How long is the body?");
        w.sees("170");
        w.focus("identify-query");
        w.tap(KeyCode.DOWN);
        keys("2");
        w.sees("What are the back and the edges like?");
        keys("0");
        w.sees("cannot tell");
        keys("<2");
        w.sees("Button layout: Side button iPhone. That is enough for the buttons.");
        keys("2");
        w.sees("The exact model is known: enough for firmware.");
        w.click("take-iPhone14-4");
        assertThat(ticket().identifier()).isEqualTo("iPhone14,4");
        assertThat(w.entries()).extracting(e -> e.body()).anyMatch(b -> b.contains("core.identified.by-looks"));
    }

    @Test
    void theShopsWaysAreKeptAndOverrulingIsWrittenDown() throws Exception {
        keys("^n5");
        keys("12,111");
        w.tap(KeyCode.DIGIT1);
        w.click("nav-settings");
        w.click("prefer-computer-first");
        w.click("holidays");
        keys("<<<<<<xx,");
        w.sees("holiday region [xx] is not known");
        assertThat(java.nio.file.Files.readString(folder.resolve("settings.json"))).contains("computer-first").contains("gb-eng");
        keys("^b");
        w.click("lane-T-0001");
        w.click("station-route");
        String text = w.text();
        assertThat(text.indexOf("Restore from recovery")).as("the computer before the remote erase")
                .isBetween(0, text.indexOf("Remote erase by the owner"));
        w.click("overrule-wait-and-try");
        keys("owner counted them,");
        w.sees("Overruled by the technician: owner counted them");
        w.click("step-wait-and-try");
        assertThat(ticket().overruled()).isEqualTo(Map.of("wait-and-try", "owner counted them"));
        assertThat(ticket().route()).isEqualTo("wait-and-try");
    }

    @Tag("long")
    @Test
    void aCarrierUnlockIsASideJobWithBusinessDays() {
        keys("^nc12,111");
        keys("356958031648321,11^,");
        w.click("step-carrier-unlock");
        w.click("station-route");
        w.click("unlock-order");
        w.sees("The original carrier is missing");
        w.click("unlock-carrier");
        keys("tidal,");
        w.sees("Ordered");
        TicketEvent.UnlockOrdered order = ticket().unlock();
        assertThat(List.of(order.earliest(), order.latest())).allMatch(d -> d.getDayOfWeek().getValue() < 6).isSorted();
        w.click("unlock-signal");
        w.sees("Done.");
    }

    /** Plus is a shifted key on many keyboards, and a key of its own on the number pad. */
    @Test
    void theTextGrowsByEveryPlusAndTheLegendFollowsTheTheme() {
        for (List<KeyCode> keys : List.of(List.of(KeyCode.CONTROL, KeyCode.PLUS), List.of(KeyCode.CONTROL, KeyCode.EQUALS),
                List.of(KeyCode.CONTROL, KeyCode.ADD),
                List.of(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.EQUALS))) {
            String before = Window.onFx(() -> w.shell.scene().getRoot().getStyle());
            keys.forEach(w::press);
            keys.reversed().forEach(w::release);
            Window.pulses(2);
            assertThat(Window.onFx(() -> w.shell.scene().getRoot().getStyle())).as("%s", keys).isNotEqualTo(before);
        }
        String day = swatch();
        w.click("theme");
        assertThat(swatch()).as("in the colours of the dim bench").isNotEqualTo(day);
    }

    private String swatch() {
        w.click("nav-bench");
        return Window.onFx(() -> w.shell.scene().lookup("#legend-hands").snapshot(null, null).getPixelReader().getColor(17, 7).toString());
    }
}
