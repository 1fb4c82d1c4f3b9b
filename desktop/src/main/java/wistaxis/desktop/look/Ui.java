package wistaxis.desktop.look;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.TextFormatter;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.time.Range;

/** Makers of small nodes, so that views read as what is on them. */
public final class Ui {
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMMM yyyy", Locale.ENGLISH)
            .withZone(ZoneId.systemDefault());

    private Ui() {}

    /** @param classes style classes, separated by spaces */
    public static Label label(Object text, String classes) {
        Label label = new Label(text.toString());
        label.setMinWidth(Region.USE_PREF_SIZE);
        style(label, classes);
        return label;
    }

    /** A label that breaks its lines instead of cutting its text. */
    public static Label text(Object text, String classes) {
        Label label = label(text, classes);
        label.setWrapText(true);
        label.setMinWidth(0);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    /** @param id for look-ups by tests and for keeping the focus */
    public static Button button(String id, Object text, String classes, Runnable action) {
        Button button = new Button(text.toString());
        button.setId(id);
        style(button, classes);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(_ -> action.run());
        button.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ENTER) {
                button.fire();
                e.consume();
            }
        });
        return button;
    }

    /** A line to type in, at most so many characters long: what does not fit is not taken. */
    public static TextField field(String id, Object prompt, int longest) {
        TextField field = new TextField();
        field.setId(id);
        field.setPromptText(prompt.toString());
        field.setTextFormatter(new TextFormatter<>(c -> c.getControlNewText().length() <= longest ? c : null));
        return field;
    }

    public static <T extends Node> T style(T node, String classes) {
        if (!classes.isBlank()) {
            node.getStyleClass().addAll(List.of(classes.split(" ")));
        }
        return node;
    }

    public static HBox row(double spacing, Node... nodes) {
        HBox row = new HBox(spacing, nodes);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    /** Side by side as far as there is room, the rest below. */
    public static FlowPane flow(double spacing, Node... nodes) {
        FlowPane flow = new FlowPane(spacing, 6, nodes);
        flow.setAlignment(Pos.CENTER_LEFT);
        flow.setMinWidth(0);
        HBox.setHgrow(flow, Priority.ALWAYS);
        return flow;
    }

    public static VBox column(double spacing, Node... nodes) {
        return new VBox(spacing, nodes);
    }

    public static VBox card(Node... nodes) {
        return style(new VBox(nodes), "card");
    }

    /** Words that must be seen. @param kind {@code stop}, {@code calm}, or empty for what needs hands */
    public static VBox notice(String kind, Object... lines) {
        VBox notice = style(new VBox(), ("notice " + kind).strip());
        Arrays.stream(lines).map(Object::toString).filter(l -> !l.isBlank())
                .forEach(l -> notice.getChildren().add(text(l, notice.getChildren().isEmpty() ? "strong" : "")));
        return notice;
    }

    /** A month and its year, as people say them. */
    public static String month(Instant at) {
        return MONTH.format(at);
    }

    /** Answers side by side, as many as fit. @param wrap pixels after which a new line begins, as far as layout allows */
    public static FlowPane chips(double wrap) {
        FlowPane chips = new FlowPane(6, 6);
        chips.setPrefWrapLength(wrap);
        chips.setAlignment(Pos.CENTER_LEFT);
        return chips;
    }

    /** A question with its answer beside it. @param missing the words that say it is open; empty when it is answered */
    public static FlowPane asked(double width, Region answer, Object missing, Label... question) {
        VBox words = column(0, question);
        words.setAlignment(Pos.CENTER_LEFT);
        words.setPrefWidth(width);
        FlowPane row = flow(14, words, answer);
        boolean open = !missing.toString().isEmpty();
        if (open) {
            row.getChildren().add(label(missing, "tag missing"));
        }
        return style(row, open ? "card tight" : "card tight gone");
    }

    public static Region gap() {
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        VBox.setVgrow(gap, Priority.ALWAYS);
        return gap;
    }

    public static ScrollPane scroll(Node content) {
        ScrollPane pane = new ScrollPane(content);
        pane.setFitToWidth(true);
        pane.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(pane, Priority.ALWAYS);
        HBox.setHgrow(pane, Priority.ALWAYS);
        uncached(pane);
        return pane;
    }

    /** Its content is drawn where it changes. A pane as it comes draws all of it anew into a picture first, whatever moves in it. */
    public static void uncached(ScrollPane pane) {
        pane.skinProperty().addListener((_, _, _) -> pane.lookupAll(".viewport").stream().filter(n -> n.getParent() == pane)
                .forEach(n -> n.setCache(false)));
    }

    /** Minutes and seconds, 04:07, or hours, 1:04:07; never negative. */
    public static String clock(Duration d) {
        long s = Math.max(0, d.toSeconds());
        return s >= 3600 ? String.format(Locale.ROOT, "%d:%02d:%02d", s / 3600, s / 60 % 60, s % 60)
                : String.format(Locale.ROOT, "%02d:%02d", s / 60, s % 60);
    }

    /** Seconds as {@link #clock(Duration)} writes them. */
    public static String clock(double seconds) {
        return clock(Duration.ofMillis(Math.round(seconds * 1000)));
    }

    /** A range of seconds: 04:07 to 05:10, or 04:07 where both look the same. */
    public static String clock(Range seconds) {
        String low = clock(seconds.low());
        String high = clock(seconds.high());
        return low.equals(high) ? low : t("desktop.span.range", "low", low, "high", high);
    }

    /** A span in words, coarse: "7 h", "3 days", "12 min". */
    public static String coarse(Duration d) {
        long min = Math.abs(d.toMinutes());
        return min < 90 ? t("desktop.span.minutes", "n", min) : min < 60 * 48 ? Math.round(min / 60.0) + " h" : t("desktop.span.days",
                "n", Math.round(min / 1440.0));
    }
}
