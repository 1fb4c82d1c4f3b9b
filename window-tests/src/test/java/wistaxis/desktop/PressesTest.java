package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.Mode;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.ledger.DataFolder;

/** Presses that nobody meant: held and repeated keys, double presses, a slow disk, a focus whose button went away; and taking back. */
class PressesTest {
    private static final String N = "T-0001";

    @TempDir
    private Path folder;

    private static Ticket ticket(Window w) {
        return Window.onFx(() -> w.bench.ticket(N));
    }

    private static long count(Window w, String type) {
        return w.entries().stream().filter(e -> e.event().type().equals(type)).count();
    }

    private static void settled(Window w) {
        for (Map.Entry<String, String> fact : Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
                "brokenKeys", "none", "blacklisted", "no", "backup", "none", "readyCable", "yes", "readyProgram", "yes").entrySet()) {
            w.says(N, new TicketEvent.FactRecorded(fact.getKey(), fact.getValue()));
        }
        w.says(N, new TicketEvent.Identified("iPhone13,2", "by the number"));
        w.says(N, new TicketEvent.ConsentAsked("recovery-restore", true, "the owner", "no backup"),
                new TicketEvent.RouteChosen("recovery-restore"));
    }

    /** As a system repeats a key that is held: it goes down again and again, and comes up once. */
    private static void held(Window w, KeyCode key, int repeats) {
        for (int i = 0; i < repeats; i++) {
            w.pressAtOnce(key);
            Window.pulses(1);
        }
        w.release(key);
        w.settle();
    }

    @Test
    void aHeldKeyIsOnePress() {
        try (Window w = Window.real(folder, new ScriptedUsb())) {
            w.press(KeyCode.CONTROL);
            held(w, KeyCode.N, 20);
            w.release(KeyCode.CONTROL);
            w.sees("What is wrong");
            assertThat(count(w, "opened")).as("Ctrl+N held").isEqualTo(1);
            held(w, KeyCode.DIGIT1, 20);
            assertThat(count(w, "fact-recorded")).as("1 held").isLessThanOrEqualTo(2);
            Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#answer-line") != null), "the question for the device");
            held(w, KeyCode.DIGIT1, 20);
            String typed = Window.onFx(() -> ((javafx.scene.control.TextField) w.shell.scene().lookup("#answer-line")).getText());
            assertThat(typed).as("typed here, and held: written so often").hasSizeGreaterThan(1);
            settled(w);
            Window.acked(() -> w.bench.commands().give(N, new Command.FetchFrom(TicketEvent.FirmwareFrom.COMPUTER)));
            w.says(N, new TicketEvent.ModeEntered(Mode.RECOVERY));
            Window.until(() -> Window.onFx(() -> w.bench.desk(N).computer().mayNot().isEmpty()), "the bench to be ready");
            Window.acked(() -> w.bench.desk(N).computer().start());
            Window.onFx(() -> {
                w.shell.showTicket(N, Stage.RESTORE);
                return null;
            });
            w.settle();
            w.focus("computer-next");
            long before = count(w, "stage-reached");
            held(w, KeyCode.ENTER, 40);
            assertThat(count(w, "stage-reached")).as("Enter held on the page of a run").isEqualTo(before + 1);
            assertThat(count(w, "signing-answered")).isZero();
        }
    }

    /** The disk takes its time: what is pressed meanwhile is the same press, and what it meant is done once. */
    @Test
    void whatIsPressedAgainWhileItIsSavedIsTheSamePress() throws SQLException {
        try (Window w = Window.real(folder, new ScriptedUsb())) {
            w.click("new-ticket");
            w.sees("What is wrong");
            try (Connection other = DriverManager.getConnection("jdbc:sqlite:" + new DataFolder(folder).ledger());
                    Statement locks = other.createStatement()) {
                locks.execute("BEGIN IMMEDIATE");
                w.press(KeyCode.DIGIT1);
                w.release(KeyCode.DIGIT1);
                Window.until(() -> Window.onFx(() -> w.bench.commands().isFlying(N)), "the answer to be under way");
                for (KeyCode key : List.of(KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT1)) {
                    w.pressAtOnce(key);
                    w.release(key);
                    Window.until(() -> !Window.onFx(w.shell::isHolding), "the digit to be heard");
                }
                locks.execute("COMMIT");
            }
            w.settle();
            assertThat(w.entries()).extracting(e -> e.event().type()).containsExactly("opened", "fact-recorded");
        }
    }

    /** When the button that had the keyboard goes away, the next press stays on the page. */
    @Test
    void theKeyboardStaysOnThePage() {
        try (Window w = Window.real(folder, new ScriptedUsb())) {
            w.click("new-ticket");
            w.sees("What is wrong");
            settled(w);
            w.click("station-firmware");
            w.focus("computer-fetches");
            w.tap(KeyCode.ENTER);
            Window.until(() -> ticket(w).observed().computerFetches(), "the answer");
            Window.pulses(3);
            Node owner = Window.onFx(() -> w.shell.scene().getFocusOwner());
            assertThat(Window.onFx(() -> inPage(owner))).as("focus on %s", owner).isTrue();
            w.tap(KeyCode.SPACE);
            w.sees(N);
        }
    }

    private static boolean inPage(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n.getStyleClass().contains("head")) {
                return false;
            }
        }
        return node != null;
    }

    /** A stage, an answer, a ticket just opened: back at once, by one key, and as if they had not been. */
    @Test
    void theLastActIsTakenBack() {
        try (Window w = Window.real(folder, new ScriptedUsb())) {
            w.click("new-ticket");
            w.sees("Take back (Backspace)");
            w.click("take-back");
            w.sees("No open tickets");
            assertThat(ticket(w).closed()).asString().contains("taken back");
            assertThat(Window.onFx(() -> w.bench.tickets().closed())).as("no ticket that counts").isZero();
            w.click("new-ticket");
            w.sees("What is wrong");
            String two = "T-0002";
            assertThat(Window.acked(() -> w.bench.commands().give(two, new Command.Answer("trouble", "looping"))).problem()).isEmpty();
            assertThat(Window.onFx(() -> w.bench.ticket(two).stage())).isEqualTo(Stage.IDENTIFY);
            w.click("take-back");
            Window.until(() -> Window.onFx(() -> w.bench.ticket(two).fact("trouble").isEmpty()), "the answer to be gone");
            assertThat(w.entries().getLast().event()).isInstanceOf(TicketEvent.TakenBack.class);
            assertThat(Window.onFx(() -> w.bench.ticket(two).stage())).isEqualTo(Stage.INTAKE);
            assertThat(w.verify().clean()).as("tables and entries agree").isTrue();
        }
    }
}
