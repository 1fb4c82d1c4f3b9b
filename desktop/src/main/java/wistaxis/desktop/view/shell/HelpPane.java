package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Manual;

/** Beside the page, over a part of it: the manual's part for the page, or the keys; until it is closed. */
final class HelpPane extends VBox {
    private static final double WIDTH = 460;

    private final Runnable closed;
    private String part = "";
    private boolean keys;

    /** @param closed what happens when somebody closes it */
    HelpPane(Runnable closed) {
        super(10);
        this.closed = closed;
        Ui.style(this, "help");
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        setMaxHeight(Region.USE_COMPUTED_SIZE);
        hide();
    }

    boolean isOpen() {
        return isVisible();
    }

    void hide() {
        setVisible(false);
        setManaged(false);
    }

    /** @param part of the manual, by the page @param keys whether the keys are wanted first */
    void show(String part, boolean keys) {
        this.part = part;
        this.keys = keys;
        setVisible(true);
        setManaged(true);
        refresh();
        lookup("#help-close").requestFocus();
    }

    private void refresh() {
        List<Node> rows = new ArrayList<>();
        if (keys) {
            rows.add(Ui.label(t("desktop.help.keys-title"), "strong"));
            GridPane everywhere = new GridPane(14, 5);
            for (Key key : Key.values()) {
                everywhere.addRow(key.ordinal(), Ui.label(key.shown(), "key-cap"), Ui.text(key.words(), ""));
            }
            everywhere.addRow(Key.values().length, Ui.label("1\u20139", "key-cap"), Ui.text(t("desktop.key.answers"), ""));
            everywhere.addRow(Key.values().length + 1, Ui.label(t("desktop.key.enter"), "key-cap"), Ui.text(t("desktop.key.act"), ""));
            GridPane coach = new GridPane(14, 5);
            coach.addRow(0, Ui.label("U D S H", "key-cap"), Ui.text(t("desktop.key.coach-buttons"), ""));
            coach.addRow(1, Ui.label("P", "key-cap"), Ui.text(t("desktop.key.coach-cable"), ""));
            coach.addRow(2, Ui.label(t("desktop.key.space"), "key-cap"), Ui.text(t("desktop.key.coach-seen"), ""));
            coach.addRow(3, Ui.label(t("desktop.key.escape"), "key-cap"), Ui.text(t("desktop.key.coach-stop"), ""));
            rows.addAll(List.of(everywhere, Ui.label(t("desktop.help.keys-coach"), "strong"), coach));
        } else {
            Manual.paragraphs(part).forEach(p -> rows.add(Ui.text(p, "")));
        }
        VBox words = Ui.column(10, rows.toArray(Node[]::new));
        words.getStyleClass().add("help-words");
        getChildren().setAll(Ui.flow(8, Ui.button("help-page", t("desktop.help.this-page"), keys ? "chip" : "chip chosen", () -> {
            keys = false;
            refresh();
        }), Ui.button("help-keys", t("desktop.help.keys"), keys ? "chip chosen" : "chip", () -> {
            keys = true;
            refresh();
        }), Ui.button("help-close", t("desktop.help.close"), "quiet", closed)),
                Ui.text(keys ? t("desktop.help.keys") : t("desktop.help.title", "page", Manual.title(part)), "title"), Ui.scroll(words));
    }
}
