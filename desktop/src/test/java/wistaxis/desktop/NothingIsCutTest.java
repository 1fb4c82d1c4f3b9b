package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.text.Text;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;

/** At 1280 by 800 no text on any main view is cut off with dots, in either theme and with larger text. */
class NothingIsCutTest {
    @TempDir
    private Path folder = Path.of("");

    @Test
    void onNoMainViewInEitherThemeOrWithLargerText() {
        try (Window w = Window.demo(folder, 12_000_000)) {
            Window.acked(() -> w.bench.record("T-0011", new TicketEvent.ModeEntered("recovery")));
            List<String> cut = new ArrayList<>();
            for (String round : List.of("day", "dim", "larger")) {
                if (round.equals("dim")) {
                    w.click("theme");
                } else if (round.equals("larger")) {
                    w.click("text-larger");
                }
                look(w, round + " bench", cut, () -> w.shell.showBench());
                look(w, round + " ledger", cut, () -> w.shell.showLedger());
                look(w, round + " settings", cut, () -> w.shell.showSettings());
                look(w, round + " drill", cut, () -> w.shell.showDrill());
                w.click("drill-progress");
                look(w, round + " progress", cut, () -> { });
                w.click("drill-hand");
                look(w, round + " hand", cut, () -> { });
                look(w, round + " loop route", cut, () -> w.shell.showTicket("T-0016", Stage.ROUTE));
                look(w, round + " unlock", cut, () -> w.shell.showTicket("T-0017", Stage.INTAKE));
                for (Stage stage : Stage.values()) {
                    String ticket = stage == Stage.HANDOVER || stage == Stage.CLOSED ? "T-0010" : stage.compareTo(Stage.FIRMWARE) < 0 ? "T-0013" : "T-0011";
                    look(w, round + " " + stage, cut, () -> w.shell.showTicket(ticket, stage));
                }
            }
            assertThat(cut).isEmpty();
        }
    }

    private static void look(Window w, String where, List<String> cut, Runnable go) {
        Window.onFx(() -> {
            go.run();
            return null;
        });
        Window.pause(400);
        cut.addAll(Window.onFx(() -> labels(w).filter(NothingIsCutTest::isCut).map(l -> where + ": " + l.getText()).toList()));
    }

    private static Stream<Labeled> labels(Window w) {
        return w.shell.scene().getRoot().lookupAll("*").stream().filter(Labeled.class::isInstance).map(Labeled.class::cast).filter(l -> l.getText() != null && !l.getText().isEmpty());
    }

    private static boolean isCut(Labeled label) {
        Node shown = label.lookup(".text");
        return shown instanceof Text t && !t.getText().equals(label.getText()) && t.getText().endsWith("...");
    }
}
