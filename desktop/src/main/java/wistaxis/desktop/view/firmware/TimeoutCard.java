package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Build;
import wistaxis.core.time.Range;
import wistaxis.core.time.RecoveryTimeout;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/**
 * When to put the device into the mode: file first and mode first side by side, with re-entries, hands and totals, and the recommendation
 * with its reason.
 */
public final class TimeoutCard {
    private final Workbench bench;
    private final String number;

    public TimeoutCard(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
    }

    public Node node(Build build) {
        VBox card = Ui.card(Ui.label(t("desktop.window.title"), "strong"));
        var firmware = bench.desk(number).firmware();
        Range time = firmware.downloadTime(build);
        if (time.high() > 0) {
            card.getChildren().add(Ui.text(t(time.measured() ? "desktop.window.download-measured" : "desktop.window.download-assumed",
                    "time",
                    Ui.clock(time)), "small muted"));
        }
        try {
            RecoveryTimeout w = firmware.window(build);
            boolean file = w.recommend().equals("fileFirst");
            card.getChildren().addAll(new HBox(8, way(t("desktop.window.file-first"), w.fileFirst(), file),
                    way(t("desktop.window.mode-first"), w.modeFirst(), !file)),
                    Ui.text(w.reason(), "small"));
        } catch (BadInput e) {
            card.getChildren().add(Ui.notice("", String.valueOf(e.getMessage())));
        }
        card.getChildren().add(Ui.text(t("desktop.window.timeout", "time", Ui.coarse(bench.routes().recoveryTimeout(bench.ticket(number)))),
                "small muted"));
        return card;
    }

    private static Node way(String name, RecoveryTimeout.Way way, boolean recommended) {
        String again = way.reentries() == 0 ? t("desktop.window.no-reentry") : t(way.reentries() > 4 ? "desktop.window.reentry-more"
                : "desktop.window.reentry", "n", way.reentries(), "times", way.reentryAt().stream().limit(4).map(Ui::clock)
                .collect(Collectors.joining(", ")));
        VBox box = Ui.card(Ui.label(name, "strong"), Ui.text(again, "small"),
                Ui.text(t("desktop.window.hands", "minutes", Math.round(way.handsOnMinutes())), "small hands"),
                Ui.text(t("desktop.window.total", "minutes", Math.round(way.totalMinutes())), "small"),
                Ui.label(recommended ? t("desktop.window.recommended") : "", recommended ? "tag simulated" : "small"));
        box.setSpacing(2);
        HBox.setHgrow(box, Priority.ALWAYS);
        box.setMaxWidth(Double.MAX_VALUE);
        box.setPrefWidth(140);
        return Ui.style(box, recommended ? "tight open" : "tight gone");
    }
}
