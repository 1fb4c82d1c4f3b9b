package wistaxis.desktop.view.document;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.layout.FlowPane;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.route.Routes;

/** Which printer something goes to: the system's usual one, or another, which is kept. The system is asked beside. */
public final class PrinterChoice extends FlowPane {
    private final Routes desk;
    private final Printers.Media media;

    /** @param brief whether nothing is shown where there is nothing to be chosen */
    public PrinterChoice(Window shell, Routes desk, Printers.Media media, boolean brief) {
        super(8, 8);
        this.desk = desk;
        this.media = media;
        if (!brief) {
            getChildren().add(Ui.text(t("desktop.printer.looking"), "small muted"));
        }
        CompletableFuture.supplyAsync(shell.printers()::find).exceptionally(_ -> Printers.Found.NONE).thenAcceptAsync(found -> {
            if (!brief || found.names().size() > 1 || !chosen().isEmpty()) {
                show(found);
            }
        }, Platform::runLater);
    }

    private String chosen() {
        return desk.settings().printer(media.toString());
    }

    private void show(Printers.Found found) {
        List<Node> chips = new ArrayList<>(List.of(Ui.text(t("desktop.printer." + media), "strong")));
        if (found.names().isEmpty()) {
            chips.add(Ui.text(t("desktop.printer.none"), "small muted"));
        } else {
            chips.add(chip("usual", found.usual().isEmpty() ? t("desktop.printer.usual") : t("desktop.printer.usual-is", "name",
                    found.usual()), "", found));
        }
        for (int i = 0; i < found.names().size(); i++) {
            chips.add(chip(String.valueOf(i + 1), found.names().get(i), found.names().get(i), found));
        }
        if (!chosen().isEmpty() && !found.names().contains(chosen())) {
            chips.add(chip("gone", t("desktop.printer.not-there", "name", chosen()), chosen(), found));
        }
        getChildren().setAll(chips);
    }

    private Node chip(String id, String words, String name, Printers.Found found) {
        return Ui.button("printer-" + media + "-" + id, words, name.equals(chosen()) ? "chip chosen" : "chip", () -> {
            desk.printer(media.toString(), name);
            show(found);
        });
    }
}
