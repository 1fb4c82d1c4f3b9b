package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Measured;
import wistaxis.core.practice.StepScore;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.workbench.practice.Practice;

/**
 * The coach and the drill with real keys: a DFU entry that lands, a mistake that is explained, every family and goal, by feel, and a
 * window that loses the keyboard.
 */
@ExtendWith(Waits.class)
class DrillTest extends OnDemoBench {
    private static final String TICKET = "T-0013";

    private void drillDfu() {
        w.click("nav-drill");
        w.click("goal-dfu");
        w.click("method-Ten-five-ten");
        w.sees("Ten-five-ten: enter DFU mode");
    }

    private void says(String huge) {
        Window.until(() -> w.text("instruction").equals(huge), huge);
    }

    /** The two quick taps at the pace of the coach, then the hold of Side. */
    private void tapsAndSide() {
        w.hurried(() -> says("Tap Volume Up"));
        w.press(KeyCode.U);
        w.lets(120);
        w.release(KeyCode.U);
        says("Tap Volume Down");
        w.press(KeyCode.D);
        w.lets(120);
        w.release(KeyCode.D);
        says("Hold Side");
        w.press(KeyCode.S);
    }

    @Test
    void aWholeDfuEntryIsPlayedWithButtonsAndScoredByStep() throws Exception {
        drillDfu();
        int before = w.bench.practice().attempts().size();
        w.tap(KeyCode.ENTER);
        tapsAndSide();
        w.press(KeyCode.S); // the keyboard repeats a key that is held
        w.hurried(() -> says("Hold Side + Volume Down"));
        w.press(KeyCode.D);
        w.hurried(() -> says("Let go of Side"));
        w.release(KeyCode.S);
        w.hurried(() -> Window.until(() -> w.text().contains("DFU mode: done"), "DFU"));
        w.release(KeyCode.D);
        w.sees("How each step went");
        Drilled done = w.bench.practice().attempts().getLast();
        assertThat(w.bench.practice().attempts()).hasSize(before + 1);
        assertThat(done.landed()).isTrue();
        assertThat(done.steps()).extracting(StepScore::inTime).containsOnly(true);
        assertThat(done.trace().events()).as("one press of Side, whatever the keyboard repeats")
                .filteredOn(e -> e.button() != null && e.button().isPower()).hasSize(2);
        assertThat(Window.onFx(() -> w.shell.scene().lookup("#steps").getAccessibleText())).contains("Hold Side: ").contains("in time");
        w.click("drill-progress");
        w.sees("Ten-five-ten, enter DFU mode");
        w.click("export-practice");
        w.sees("Written: ");
        Path file = folder.resolve("exports/practice-" + Names.file("Marsh keeper") + ".json");
        w.click("card");
        Window.until(() -> w.text().contains("card-SIDE-KEY.pdf"), "the card");
        assertThat(folder.resolve("exports/card-SIDE-KEY.pdf")).isNotEmptyFile();
        Practice.Export export = Json.read(Files.readString(file), Practice.Export.class, "export");
        assertThat(export.attempts().getLast()).isEqualTo(done);
        w.click("replay-" + (w.bench.practice().attempts().size() - 1));
        w.hurried(10, () -> Window.until(() -> w.text().contains("DFU mode: done"), "the replay to land as the attempt did"));
        assertThat(w.bench.practice().attempts()).as("a replay is no attempt").hasSize(before + 1);
    }

    @Test
    void aLateReleaseIsExplainedByNameAndByWhatIsSeen() {
        Window.onFx(() -> {
            w.shell.showTicket(TICKET, Stage.KEYS);
            return null;
        });
        w.click("goal-dfu");
        w.tap(KeyCode.P);
        w.tap(KeyCode.ENTER);
        tapsAndSide();
        w.hurried(() -> says("Hold Side + Volume Down"));
        w.press(KeyCode.D);
        w.hurried(() -> w.sees("You held Side and Volume Down together for"));
        w.release(KeyCode.S);
        w.release(KeyCode.D);
        assertThat(w.text("instruction")).isEqualTo("Not in DFU mode");
        w.sees("What do you see?");
        w.sees("too long: the device restarts", "let go of Side after five seconds");
        w.tap(KeyCode.L);
        w.sees("You held the power button too long: the boot logo came.");
        int entries = w.entries().size();
        assertThat(w.entries().getLast().event()).isInstanceOfSatisfying(TicketEvent.StateRead.class, r -> assertThat(r.seen())
                .isEqualTo("boot-logo"));
        w.tap(KeyCode.L);
        assertThat(w.entries()).as("said twice, written once").hasSize(entries);
        assertThat(w.entries().get(entries - 2).event()).isInstanceOfSatisfying(TicketEvent.ButtonsAttempted.class, a -> {
            assertThat(a.succeeded()).isFalse();
            assertThat(a.timing()).hasSizeGreaterThan(4);
        });
        w.sees("1 attempt");
    }

    @Tag("long")
    @Test
    void byFeelNothingIsSaidAndALostKeyboardLetsEverythingGo() {
        drillDfu();
        w.click("blind");
        w.focus("keys-start");
        w.tap(KeyCode.ENTER);
        says("Without signals");
        w.sees("from memory");
        assertThat(w.text()).doesNotContain("Then: ");
        w.press(KeyCode.S);
        assertThat(w.bench.drill().coaching().down()).hasSize(1);
        Window.onFx(() -> {
            w.bench.drill().coaching().focusLost();
            return null;
        });
        w.sees("The window lost the keyboard");
        assertThat(w.bench.drill().coaching().down()).isEmpty();
        w.release(KeyCode.S);
        w.click("blind");
        w.tap(KeyCode.DIGIT2);
        w.sees("Black then both: enter DFU mode");
        w.tap(KeyCode.R);
        w.sees("Get ready");
        w.tap(KeyCode.ESCAPE);
        w.sees("Start (Enter)");
    }

    @Test
    void aHandIsMeasuredAndDecidesWhatIsRecommended() {
        w.click("nav-drill");
        w.click("person");
        w.tap(KeyCode.END);
        w.type(" x");
        w.tap(KeyCode.ENTER);
        w.click("drill-hand");
        w.sees("Timing of Marsh keeper x");
        w.sees("usual figure");
        w.click("measure-light");
        for (int i = 0; i < 3; i++) {
            w.hurried(() -> Window.until(() -> w.text("timing-signal").equals("Now"), "the light"));
            w.tap(KeyCode.SPACE);
        }
        w.sees("3 tries");
        w.tap(KeyCode.SPACE);
        w.sees("Too soon");
        w.click("measure-blind");
        w.press(KeyCode.SPACE);
        w.press(KeyCode.SPACE); // the keyboard repeats
        long down = w.bench.nowNanos();
        w.hurried(() -> Window.until(() -> w.bench.nowNanos() - down > 5_200_000_000L, "five seconds"));
        w.release(KeyCode.SPACE);
        w.sees(" s: +");
        w.tap(KeyCode.SPACE);
        w.sees("that was not a try");
        assertThat(w.bench.practice().measured()).filteredOn(m -> m.what() == Measured.What.HOLD_BLIND).singleElement()
                .satisfies(m -> assertThat(m.seconds()).isBetween(5.2, 6.5));
        List<Double> seconds = w.bench.practice().measured().stream().filter(m -> m.what() == Measured.What.LIGHT).map(Measured::seconds)
                .toList();
        assertThat(seconds).hasSize(3).allSatisfy(s -> assertThat(s).isBetween(0.0, 2.0));
        assertThat(w.bench.practice().timing().light().mean()).isCloseTo(seconds.stream().mapToDouble(s -> s).average().orElseThrow(),
                org.assertj.core.data.Offset.offset(1e-9));
    }

    /**
     * A foot pedal says "I see it now", R starts anew in the middle, a digit takes another method, W shows; what tones say is said by the
     * ground of the words too.
     */
    @Tag("long")
    @Test
    void theCoachIsFollowedInterruptedAndSwitchedWithoutAMouse() {
        drillDfu();
        w.tap(KeyCode.DIGIT2);
        w.sees("Black then both: enter DFU mode");
        w.tap(KeyCode.PAGE_DOWN);
        w.hurried(() -> says("Hold Side"));
        w.sees("Then: Hold Side + Volume Down");
        w.tap(KeyCode.PAGE_DOWN);
        says("Hold Side + Volume Down");
        long before = w.bench.drill().coaching().attemptNanos();
        w.tap(KeyCode.R);
        says("Get ready");
        assertThat(w.bench.drill().coaching().attemptNanos()).isGreaterThan(before);
        w.tap(KeyCode.DIGIT1);
        assertThat(w.bench.drill().coaching().run()).as("another school ends the attempt").isEmpty();
        List<String> grounds = new ArrayList<>();
        Window.onFx(() -> {
            Node words = w.shell.scene().lookup("#coach-words");
            words.getStyleClass().addListener((ListChangeListener<String>) _ -> words.getStyleClass().stream()
                    .filter(c -> c.startsWith("flash-")).forEach(grounds::add));
            return null;
        });
        w.tap(KeyCode.M);
        w.tap(KeyCode.W);
        w.hurried(3, () -> w.sees("DFU mode: done"));
        assertThat(grounds).as("the last one may come with the success itself")
                .startsWith("flash-press", "flash-press", "flash-press", "flash-soon", "flash-press", "flash-soon", "flash-release",
                "flash-soon");
        w.tap(KeyCode.P);
        assertThat(w.bench.drill().deviceNow().plugged()).as("the cable is a key too").isFalse();
        w.tap(KeyCode.ENTER);
        assertThat(w.bench.drill().deviceNow().plugged()).as("and lies as the school wants it when an attempt begins").isTrue();
    }

    @Tag("long")
    @Test
    void theLeastSureComesNextAndDistractionsAreKeptWithTheAttempt() {
        w.click("nav-drill");
        ButtonSequence next = w.bench.practice().plan().getFirst().method();
        w.click("drill-next");
        assertThat(w.bench.drill().coaching().method()).hasValue(next);
        w.click("goal-recovery");
        w.click("late-black");
        w.click("slow-host");
        w.click("blind");
        w.focus("keys-start");
        w.tap(KeyCode.ENTER);
        w.hurried(() -> says("Without signals"));
        DeviceButton power = w.bench.drill().machine().power();
        Window.onFx(() -> {
            w.bench.drill().coaching().press(power);
            return null;
        });
        w.hurried(10, () -> Window.until(() -> w.bench.drill().deviceNow().down().since(power) instanceof Long since
                && w.bench.nowNanos() - since > 2_000_000_000L, "two seconds"));
        Window.onFx(() -> {
            w.bench.drill().coaching().release(power);
            return null;
        });
        w.hurried(10, () -> w.sees("How each step went"));
        Drilled done = w.bench.practice().attempts().getLast();
        assertThat(done.shifts()).containsOnlyKeys("resetSeconds", "hostDelaySeconds");
        assertThat(done.shifts().get("resetSeconds")).isBetween(0.3, 1.5);
        assertThat(done.shifts().get("hostDelaySeconds")).isBetween(1.0, 3.0);
        w.click("drill-progress");
        w.click("take-" + next.key().replaceAll("[^A-Za-z0-9]+", "-"));
        assertThat(w.bench.drill().coaching().method()).hasValue(next);
        w.sees("Show me (W)");
    }

    @Test
    void aShopsOwnMethodIsOfferedAndABadFileIsSaid() throws Exception {
        String method = """
            {"sequences": [{"method": "Island way", "family": "SIDE-KEY", "goal": "force-restart", "from": ["on", "disabled"], "plugged": true, "minority": false, "provenance": "ours", "source": "here",
             "cautions": [], "steps": [{"action": "hold", "buttons": ["SIDE"], "seconds": null, "until": "black"}, {"action": "release", "buttons": ["SIDE"], "seconds": null, "until": null}]}]}""";
        Files.writeString(folder.resolve("methods.json"), method.replace("\"until\": \"black\"", "\"until\": \"slider\""));
        w.click("nav-settings");
        w.click("read-methods");
        w.sees("[Island way]");
        Files.writeString(folder.resolve("methods.json"), method);
        w.click("read-methods");
        w.sees("1 in use");
        Window.onFx(() -> {
            w.shell.showTicket(TICKET, Stage.KEYS);
            return null;
        });
        w.click("goal-force-restart");
        w.click("method-Island-way");
        w.click("show-me");
        w.hurried(10, () -> w.sees("Restarted. Let go"));
    }
}
