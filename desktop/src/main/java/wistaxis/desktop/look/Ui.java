package wistaxis.desktop.look;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
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
import org.jspecify.annotations.Nullable;
import wistaxis.core.time.Range;
import wistaxis.core.words.Say;

/** Makers of small nodes, so that views read as what is on them. */
public final class Ui {

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

    /** A column of labels, as wide as so many times the size of its letters. */
    public static Label wide(Label label, double em) {
        label.setStyle("-fx-pref-width: " + em + "em;");
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    /**
     * @param id for look-ups by tests and for keeping the focus
     * @param classes with {@code chip}, {@code answer} or {@code station} one of several that can be chosen, with {@code chosen} or
     *         {@code shown} the one that is
     */
    public static Button button(String id, Object text, String classes, Runnable action) {
        Set<String> all = Set.of(classes.split(" "));
        Button button = Choice.CLASSES.stream().anyMatch(all::contains) ? new Choice(text.toString()) : new Button(text.toString());
        button.setId(id);
        style(button, classes);
        button.setMnemonicParsing(false); // an underscore is part of a name
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

    /** One of several that can be chosen: a screen reader says whether it is. */
    private static final class Choice extends Button {
        private static final List<String> CLASSES = List.of("chip", "answer", "station");

        Choice(String text) {
            super(text);
            setAccessibleRole(AccessibleRole.TOGGLE_BUTTON);
        }

        @Override
        public @Nullable Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
            return attribute == AccessibleAttribute.SELECTED ? getStyleClass().contains("chosen") || getStyleClass().contains("shown")
                    : super.queryAccessibleAttribute(attribute, parameters);
        }
    }

    /** A line to type in, at most so many characters long: what does not fit is not taken. @param prompt its name, or an example */
    public static TextField field(String id, Object prompt, int longest) {
        TextField field = new TextField();
        field.setId(id);
        field.setPromptText(prompt.toString());
        field.setAccessibleText(prompt.toString());
        field.setTextFormatter(new TextFormatter<>(c -> c.getControlNewText().length() <= longest ? c : null));
        return field;
    }

    /** A line to type in with its name above it. */
    public static VBox named(TextField field) {
        VBox both = column(2, labelFor(field.getAccessibleText(), "small muted", field), field);
        field.setPromptText("");
        return both;
    }

    /** The name of a line to type in, which a screen reader says there. */
    public static Label labelFor(Object text, String classes, TextField field) {
        Label label = label(text, classes);
        label.setLabelFor(field);
        field.setAccessibleText(text.toString());
        return label;
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
        return date("MMMM yyyy", at);
    }

    /** A moment in the language that is spoken. @param pattern of {@link DateTimeFormatter}, with the day before the month */
    public static String date(String pattern, Instant at) {
        return date(pattern).withZone(ZoneId.systemDefault()).format(at);
    }

    /** A day in the language that is spoken. */
    public static String date(String pattern, LocalDate day) {
        return date(pattern).format(day);
    }

    private static DateTimeFormatter date(String pattern) {
        return DateTimeFormatter.ofPattern(pattern.replace("d M", t("desktop.date.day") + " M"), Say.language().locale());
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
        return low.equals(high) ? low : t("core.span.range", "low", low, "high", high);
    }

    /** A span in words, coarse: "7 h", "3 days", "12 min". */
    public static String coarse(Duration d) {
        long min = Math.abs(d.toMinutes());
        return min < 90 ? t("core.span.minutes", "n", min) : min < 60 * 48 ? t("core.span.hours", "n", Math.round(min / 60.0))
                : t("desktop.span.days",
                "n", Math.round(min / 1440.0));
    }
}
