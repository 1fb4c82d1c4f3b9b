package wistaxis.desktop;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.text.Text;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.keys.Mode;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import static org.assertj.core.api.Assertions.assertThat;


/**
 * No text on any main view is cut off or lies outside of the window: in the smallest window, and at 1280 by 800 as it opens and in the
 * other theme with 1.6 times the text.
 */
class NothingIsCutTest {
    /** The demo's ticket that is worked on as on the real bench. */
    private static final String REAL = "T-0018";

    @TempDir
    private Path folder = Path.of("");

    @Test
    void onNoMainViewInASmallWindowOrWithLargerTextInTheOtherTheme() {
        nothingIsCut("small 1024", "larger 1280");
    }

    @Tag("long")
    @Test
    void onNoMainViewAsItOpens() {
        nothingIsCut("day 1280");
    }

    private void nothingIsCut(String... rounds) {
        try (Window w = Window.demo(folder, 12_000_000)) {
            w.says("T-0011", new TicketEvent.ModeEntered(Mode.RECOVERY));
            w.says(REAL, new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted(""),
                    new TicketEvent.StageReached("download"), new TicketEvent.HostTrouble("error", "It could not be done (14)"));
            String walked = opened(w, "unavailable", new TicketEvent.ConsentAsked("lock-screen-erase", true, "owner", "none"),
                    new TicketEvent.RouteChosen("lock-screen-erase"), new TicketEvent.WalkNoted("lock-screen-erase", "network", "there"));
            String bought = opened(w, "second-hand", new TicketEvent.RouteChosen("buying-check"),
                    new TicketEvent.WalkNoted("buying-check", "imei", "differs"));
            String restored = opened(w, "unavailable", new TicketEvent.RouteChosen("recovery-restore"),
                    new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10"));
            Window.acked(() -> w.bench.commands().give(restored,
                    new Command.Keep("Ines Quillfeather", "quay 7, third bell, or the harbour office", "de")));
            List<String> cut = new ArrayList<>();
            for (String round : rounds) {
                if (round.startsWith("small")) {
                    w.size(1024, 640);
                } else if (round.startsWith("larger")) {
                    w.size(1280, 800);
                    w.click("theme");
                    for (int i = 0; i < 6; i++) {
                        w.click("text-larger");
                    }
                }
                look(w, round + " bench", cut, () -> w.shell.showBench());
                look(w, round + " ledger", cut, () -> w.shell.showLedger());
                look(w, round + " shelf", cut, () -> w.shell.showShelf());
                look(w, round + " settings", cut, () -> w.shell.showSettings());
                look(w, round + " drill", cut, () -> w.shell.showDrill());
                w.click("drill-progress");
                look(w, round + " progress", cut, () -> { });
                w.click("drill-hand");
                look(w, round + " hand", cut, () -> { });
                look(w, round + " loop route", cut, () -> w.shell.showTicket("T-0016", Stage.ROUTE));
                look(w, round + " unlock", cut, () -> w.shell.showTicket("T-0017", Stage.INTAKE));
                look(w, round + " real keys", cut, () -> w.shell.showTicket(REAL, Stage.KEYS));
                look(w, round + " real firmware", cut, () -> w.shell.showTicket(REAL, Stage.FIRMWARE));
                Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#type-build") != null), "the builds");
                look(w, round + " real typed", cut, () -> ((Button) w.shell.scene().lookup("#type-build")).fire());
                look(w, round + " real restore", cut, () -> w.shell.showTicket(REAL, Stage.RESTORE));
                look(w, round + " walk", cut, () -> w.shell.showTicket(walked));
                look(w, round + " buying", cut, () -> w.shell.showTicket(bought));
                look(w, round + " sale route", cut, () -> w.shell.showTicket(restored, Stage.ROUTE));
                look(w, round + " papers", cut, () -> w.shell.showPapers(restored));
                look(w, round + " figures", cut, () -> w.shell.showFigures());
                look(w, round + " story", cut, () -> w.shell.showStory("T-0010"));
                look(w, round + " customers", cut, () -> {
                    w.shell.showCustomers();
                    ((TextField) w.shell.scene().lookup("#customer-search")).setText("Quillfeather");
                });
                look(w, round + " set-up", cut, () -> {
                    w.shell.showTicket(restored);
                    ((Button) w.shell.scene().lookup("#set-up-go")).fire();
                });
                for (Stage stage : Stage.values()) {
                    String ticket = stage == Stage.HANDOVER || stage == Stage.CLOSED ? "T-0010" : stage.compareTo(Stage.FIRMWARE) < 0
                            ? "T-0013" : "T-0011";
                    look(w, round + " " + stage, cut, () -> w.shell.showTicket(ticket, stage));
                }
            }
            assertThat(cut).isEmpty();
        }
    }

    private static String opened(Window w, String trouble, TicketEvent... then) {
        String number = w.opened("Harbour office phone with a long name that goes on");
        List<TicketEvent> events = new ArrayList<>();
        Map.of("trouble", trouble, "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "backup",
                "both", "wrongTries", "6", "online", "yes", "ownerPassword", "yes")
                .forEach((f, v) -> events.add(new TicketEvent.FactRecorded(f,
                v)));
        events.add(new TicketEvent.Identified("iPhone14,5", "by the number"));
        events.addAll(List.of(then));
        w.says(number, events);
        return number;
    }

    private static void look(Window w, String where, List<String> cut, Runnable go) {
        Window.onFx(() -> {
            go.run();
            return null;
        });
        w.settle();
        w.lets(150);
        cut.addAll(Window.onFx(() -> labels(w).filter(l -> isCut(l) || isOutside(l))
                .map(l -> where + ": " + l.getText().lines().findFirst().orElse("")).distinct().toList()));
        if (System.getProperty("cutShots") != null) {
            w.picture(Path.of(System.getProperty("cutShots"), where.replace(' ', '-') + ".png"));
        }
    }

    private static Stream<Labeled> labels(Window w) {
        return w.shell.scene().getRoot().lookupAll("*").stream().filter(Labeled.class::isInstance).map(Labeled.class::cast)
                .filter(l -> l.getText() != null && !l.getText().isEmpty() && Window.shows(l));
    }

    private static boolean isCut(Labeled label) {
        Node shown = label.lookup(".text");
        return shown instanceof Text t && !t.getText().equals(label.getText()) && t.getText().endsWith("...");
    }

    /** Beside the window, or below it where nothing scrolls. */
    private static boolean isOutside(Labeled label) {
        Bounds b = label.localToScene(label.getBoundsInLocal());
        boolean beside = b.getMaxX() > label.getScene().getWidth() + 1 || b.getMinX() < -1;
        boolean below = b.getMaxY() > label.getScene().getHeight() + 1;
        for (Node up = label.getParent(); up != null; up = up.getParent()) {
            Bounds frame = up.localToScene(up.getBoundsInLocal());
            if (up instanceof ScrollPane || up instanceof ListView<?>) {
                return b.getMaxX() > frame.getMaxX() + 1 || b.getMinX() < frame.getMinX() - 1;
            }
        }
        return beside || below;
    }
}
