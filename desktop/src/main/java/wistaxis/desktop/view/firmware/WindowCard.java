package wistaxis.desktop.view.firmware;

import java.util.Locale;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.time.ModeWindow;
import wistaxis.core.time.Range;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/**
 * When to put the device into the mode: file first and mode first side by side, with re-entries, hands and totals, and the recommendation
 * with its reason.
 */
public final class WindowCard {
    private final Workbench bench;
    private final String number;

    public WindowCard(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
    }

    public Node node(Build build) {
        VBox card = Ui.card(Ui.label("When into the mode?", "strong"));
        var firmware = bench.desk(number).firmware();
        Range time = firmware.downloadTime(build);
        if (time.high() > 0) {
            card.getChildren().add(Ui.text("Download " + Ui.clock(time)
                    + (time.measured() ? ", from what this line did lately" : ", assumed: no download measured here yet"), "small muted"));
        }
        try {
            ModeWindow w = firmware.window(build);
            boolean file = w.recommend().equals("fileFirst");
            card.getChildren().addAll(new HBox(8, way("File first", w.fileFirst(), file), way("Mode first", w.modeFirst(), !file)),
                    Ui.text(w.reason(), "small"));
        } catch (BadInput e) {
            card.getChildren().add(Ui.notice("", String.valueOf(e.getMessage())));
        }
        card.getChildren().add(Ui.text("A device leaves recovery after " + Ui.coarse(bench.routes().modeWindow(bench.ticket(number)))
                + "; the rule is in Settings.", "small muted"));
        return card;
    }

    private static Node way(String name, ModeWindow.Way way, boolean recommended) {
        String again = way.reentries() == 0 ? "no re-entry" : way.reentries()
                + (way.reentries() == 1 ? " re-entry, at " : " re-entries, at ")
                + way.reentryAt().stream().limit(4).map(Ui::clock).collect(Collectors.joining(", "))
                + (way.reentries() > 4 ? " and on" : "");
        VBox box = Ui.card(Ui.label(name, "strong"), Ui.text(again, "small"),
                Ui.text(String.format(Locale.ROOT, "hands %.0f min", way.handsOnMinutes()), "small hands"),
                Ui.text(String.format(Locale.ROOT, "%.0f min in all", way.totalMinutes()), "small"),
                Ui.label(recommended ? "recommended" : "", recommended ? "tag simulated" : "small"));
        box.setSpacing(2);
        HBox.setHgrow(box, Priority.ALWAYS);
        box.setMaxWidth(Double.MAX_VALUE);
        box.setPrefWidth(140);
        return Ui.style(box, recommended ? "tight open" : "tight gone");
    }
}
