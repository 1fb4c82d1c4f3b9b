package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.desktop.look.Drawn;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Manual;

/** Beside the page, over a part of it: the manual's part for the page, the keys, or what the page draws as tables; until it is closed. */
final class HelpPane extends VBox {
    private static final double WIDTH = 460;

    /** What there is to be read. */
    enum Part {
        PAGE, KEYS, TABLES
    }

    private final Runnable closed;
    private Node page = this;
    private String manual = "";
    private Part part = Part.PAGE;

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

    /** @param page what is shown beside it @param manual its part of the manual @param part what is wanted first */
    void show(Node page, String manual, Part part) {
        this.page = page;
        this.manual = manual;
        this.part = part;
        setVisible(true);
        setManaged(true);
        refresh();
        lookup("#help-close").requestFocus();
    }

    private void refresh() {
        VBox words = Ui.column(10, switch (part) {
            case PAGE -> Manual.paragraphs(manual).stream().map(p -> (Node) Ui.text(p, "")).toArray(Node[]::new);
            case KEYS -> keys();
            case TABLES -> tables();
        });
        words.getStyleClass().add("help-words");
        getChildren().setAll(Ui.flow(8, chip(Part.PAGE, "help-page", t("desktop.help.this-page")),
                chip(Part.KEYS, "help-keys", t("desktop.help.keys")), chip(Part.TABLES, "help-tables", t("desktop.help.tables")),
                Ui.button("help-close", t("desktop.help.close"), "quiet", closed)),
                Ui.text(switch (part) {
                    case PAGE -> t("desktop.help.title", "page", Manual.title(manual));
                    case KEYS -> t("desktop.help.keys");
                    case TABLES -> t("desktop.help.tables-title", "page", Manual.title(manual));
                }, "title"), Ui.scroll(words));
    }

    private Node chip(Part wanted, String id, String words) {
        return Ui.button(id, words, part == wanted ? "chip chosen" : "chip", () -> {
            part = wanted;
            refresh();
        });
    }

    private static Node[] keys() {
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
        return new Node[] {Ui.label(t("desktop.help.keys-title"), "strong"), everywhere, Ui.label(t("desktop.help.keys-coach"), "strong"),
            coach};
    }

    /** What the page draws now, each drawing as a table. */
    private Node[] tables() {
        List<Node> all = new ArrayList<>();
        drawn(page).map(Drawn::table).filter(d -> !d.rows().isEmpty()).forEach(d -> {
            GridPane grid = new GridPane(14, 5);
            for (int column = 0; column < d.heads().size(); column++) {
                grid.add(Ui.label(d.heads().get(column), "small muted"), column, 0);
                for (int row = 0; row < d.rows().size(); row++) {
                    grid.add(Ui.text(d.rows().get(row).get(column), ""), column, row + 1);
                }
            }
            all.addAll(List.of(Ui.text(d.title(), "strong"), grid));
        });
        return all.isEmpty() ? new Node[] {Ui.text(t("desktop.help.no-tables"), "")} : all.toArray(Node[]::new);
    }

    private static Stream<Drawn> drawn(Node node) {
        return !node.isVisible() ? Stream.of() : node instanceof Drawn d ? Stream.of(d)
                : node instanceof Parent parent ? parent.getChildrenUnmodifiable().stream().flatMap(HelpPane::drawn) : Stream.of();
    }
}
