package wistaxis.desktop.view.identify;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Said;
import wistaxis.core.identify.Identification;
import wistaxis.core.identify.LookQuestion;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;

/** Find the exact model: by what is printed on it, or by its looks, the most telling question first. */
public final class IdentifyView extends TicketPage {
    private static final int MOST = 8;
    private static final int MOST_MODELS = 9;

    private final Window shell;
    private final TextField typed = Ui.field("identify-query", t("desktop.identify.example"), 60);
    private final VBox found = new VBox(6);
    private final VBox looks = new VBox(8);
    private final VBox left = new VBox(8);
    /** Whether somebody answers by looks, so that digits are answers and not typed. */
    private boolean looking;
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private Identification at;

    public IdentifyView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
        this.at = bench.looks().begin();
        typed.setStyle("-fx-font-size: 1.5em;");
        typed.setMaxWidth(460);
        typed.textProperty().addListener(_ -> refresh());
        typed.setOnAction(_ -> bench.devices().bestGuess(typed.getText()).ifPresent(m -> choose(m, how(m))));
        Columns columns = new Columns(Ui.scroll(looks), 360, Ui.scroll(left), 400);
        VBox.setVgrow(columns, Priority.ALWAYS);
        root.getChildren().addAll(Ui.flow(16, Ui.labelFor(t("desktop.identify.which"), "large", typed), typed,
                Ui.label(t("desktop.identify.why"), "muted small")), found, columns);
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }

    @Override
    public void refresh() {
        found.getChildren().clear();
        looks.getChildren().clear();
        left.getChildren().clear();
        bench.model(ticket()).ifPresent(m -> found.getChildren().add(settled(m)));
        if (typed.getText().isBlank()) {
            byLooks();
        } else {
            byName();
        }
    }

    private void byName() {
        List<DeviceModel> models = bench.devices().search(typed.getText());
        Optional<DeviceModel> best = bench.devices().bestGuess(typed.getText());
        models.stream().limit(MOST).forEach(m -> looks.getChildren().add(row(m, best.filter(m::equals).isPresent())));
        if (models.size() > MOST) {
            looks.getChildren().add(Ui.label(t("desktop.identify.more", "n", (models.size() - MOST)), "muted"));
        }
        if (models.isEmpty()) {
            looks.getChildren().add(Ui.notice("", t("desktop.identify.none", "typed", typed.getText().strip()),
                    t("desktop.identify.none-how")));
        }
    }

    private void byLooks() {
        Optional<Identification.Next> next = at.next();
        if (next.isPresent() && at.candidates().size() > 1) {
            looks.getChildren().add(question(next.get()));
        } else {
            looks.getChildren().add(Ui.notice(at.candidates().isEmpty() ? "stop" : "calm", at.candidates().isEmpty()
                    ? t("desktop.identify.nothing-fits") : t("desktop.identify.looks-end"), at.settleTheRest()));
        }
        at.answers().forEach((q, value) -> looks.getChildren().add(answer(q, value)));
        candidates();
    }

    private Node question(Identification.Next next) {
        LookQuestion q = next.question();
        VBox card = Ui.card(Ui.label(t("desktop.identify.by-looks"), "small muted"), Ui.text(q.asks(), "title"), Ui.text(q.how(), "muted"));
        List<LookQuestion.Answer> answers = next.answers();
        for (int i = 0; i < answers.size(); i++) {
            LookQuestion.Answer a = answers.get(i);
            long fits = at.with(q.question(), a.value()).candidates().size();
            card.getChildren().add(answerButton(q.question() + "-" + a.value(), String.valueOf(i + 1), a.words().toString(),
                    t("desktop.identify.left", "n", fits),
                    () -> tell(q.question(), a.value())));
        }
        card.getChildren().add(answerButton(q.question() + "-" + Identification.CANNOT_TELL, "0", t("desktop.identify.cannot-tell"),
                t("desktop.identify.bits", "bits", Math.round(10 * next.bits()) / 10.0),
                () -> tell(q.question(), Identification.CANNOT_TELL)));
        return Ui.style(card, "open");
    }

    private static Button answerButton(String id, String cap, String words, String note, Runnable take) {
        Button button = Ui.button(id, "", "answer", take);
        button.setGraphic(Ui.row(10, Ui.label(cap, "key-cap"), Ui.label(words, ""), Ui.gap(), Ui.label(note, "small muted")));
        ((HBox) button.getGraphic()).prefWidthProperty().bind(button.widthProperty().subtract(34));
        button.setAccessibleText(words);
        button.setMaxWidth(Double.MAX_VALUE);
        return button;
    }

    private Node answer(String question, String value) {
        LookQuestion q = bench.looks().question(question).orElseThrow();
        String words = q.answer(value).map(w -> w.words().toString()).orElse(t("desktop.identify.cannot-tell-said"));
        Button back = Ui.button("back-" + question, t("desktop.identify.take-back"), "quiet small", () -> {
            at = at.without(question);
            refresh();
        });
        return Ui.style(Ui.row(10, Ui.label(q.asks(), "muted small"), Ui.label(words, "strong"), Ui.gap(), back), "card tight gone");
    }

    private void tell(String question, String value) {
        at = at.with(question, value);
        refresh();
        javafx.application.Platform.runLater(() -> {
            root.applyCss();
            if (shell.scene().lookup(".answer") instanceof Node first) {
                first.requestFocus();
            }
        });
    }

    /** What is left, shrinking with each answer. */
    private void candidates() {
        List<DeviceModel> models = at.candidates();
        left.getChildren().add(Ui.row(10, Ui.label(String.valueOf(models.size()), "big-clock"),
                Ui.column(0, Ui.label(t("desktop.identify.of-models", "n", bench.devices().models().size()), "strong"),
                Ui.label(at.family().map(f -> t("desktop.identify.layout-known", "layout", f.words()))
                .orElse(t("desktop.identify.layout-open")),
                at.family().isPresent() ? "small tide strong" : "small muted"),
                Ui.label(at.model().isPresent() ? t("desktop.identify.exact") : t("desktop.identify.not-exact"),
                at.model().isPresent() ? "small tide strong" : "small muted"))));
        if (models.size() <= MOST_MODELS) {
            models.forEach(m -> left.getChildren().add(row(m, models.size() == 1)));
            if (models.size() > 1 && at.next().isEmpty()) {
                left.getChildren().add(Ui.text(t("desktop.identify.same-looks"), "small muted"));
            }
            return;
        }
        FlowPane names = Ui.chips(370);
        Map<String, Long> generations = models.stream()
                .collect(Collectors.groupingBy(DeviceModel::name, java.util.LinkedHashMap::new, Collectors.counting()));
        generations.keySet().forEach(name -> names.getChildren().add(Ui.label(name, "tag")));
        left.getChildren().add(names);
    }

    private VBox settled(DeviceModel m) {
        return Ui.style(Ui.card(Ui.flow(12, Ui.label(m.name(), "title"), Ui.label(m.identifier(), "code"),
                Ui.label(t("desktop.identify.plug", "plug", m.plug()), ""), Ui.label(t("desktop.identify.buttons", "buttons",
                m.buttonsInWords()), "")),
                Ui.text(bench.devices().familyOf(m).tellTale() + " " + m.body().words() + ".", "muted small")), "open");
    }

    private HBox row(DeviceModel m, boolean first) {
        VBox words = Ui.column(1, Ui.row(10, Ui.label(m.name(), "strong"), Ui.label(m.identifier(), "code small")),
                Ui.text(t(m.network().equals("wifi") ? "desktop.identify.row-wifi" : "desktop.identify.row", "numbers", m.aNumbers()
                .isEmpty()
                ? t("desktop.identify.no-number") : String.join("  ", m.aNumbers()), "layout", m.family().words(), "plug", m.plug()),
                "small muted"));
        HBox.setHgrow(words, Priority.ALWAYS);
        Button take = Ui.button("take-" + m.identifier().replace(',', '-'), first ? t("desktop.identify.this-enter")
                : t("desktop.identify.this"), first ? "primary"
                : "", () -> choose(m, how(m)));
        return Ui.style(Ui.row(12, words, take), "card tight");
    }

    private Said how(DeviceModel m) {
        String text = typed.getText().strip();
        return text.isEmpty() ? Said.of("core.identified.by-looks", "n", String.valueOf(at.answers().size()))
                : m.identifier().equalsIgnoreCase(text) ? Said.of("core.identified.by-identifier")
                : m.aNumbers().stream().anyMatch(a -> a.equalsIgnoreCase(text))
                ? Said.of("core.identified.by-number", "number", text.toUpperCase(Locale.ROOT)) : Said.of("core.identified.by-name");
    }

    private void choose(DeviceModel m, Said how) {
        give(new Command.Identify(m.identifier(), how));
    }

    private void pressed(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown() || shell.scene().getFocusOwner() instanceof TextInputControl
                && !(typed.getText().isEmpty() && e.getCode() == KeyCode.DOWN)) {
            return;
        }
        Optional<Identification.Next> next = at.next();
        int digit = e.getText().matches("[0-9]") ? Integer.parseInt(e.getText()) : -1;
        looking |= digit >= 0 || e.getCode() == KeyCode.DOWN;
        if (e.getCode() == KeyCode.DOWN && shell.scene().getFocusOwner() == typed && shell.scene()
                .lookup(".answer") instanceof Node first) {
            first.requestFocus();
        } else if (e.getCode() == KeyCode.BACK_SPACE && !at.answers().isEmpty()) {
            at = at.without(List.copyOf(at.answers().keySet()).getLast());
            refresh();
        } else if (next.isPresent() && digit == 0) {
            tell(next.get().question().question(), Identification.CANNOT_TELL);
        } else if (next.isPresent() && digit > 0 && digit <= next.get().answers().size()) {
            tell(next.get().question().question(), next.get().answers().get(digit - 1).value());
        } else {
            return;
        }
        e.consume();
    }

    @Override
    public String firstFocus() {
        return !typed.isFocused() && looking ? at.next().map(n -> n.question().question() + "-" + n.answers().getFirst().value())
                .orElse("identify-query") : "identify-query";
    }

    @Override
    public String wants() {
        return at.answers().size() + " " + ticket().identifier();
    }

    @Override
    public void leave() {
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }

    @Override
    public String manual() {
        return "identify";
    }

    @Override
    public String next() {
        Ticket t = ticket();
        return t.identifier() == null
                ? t("desktop.identify.next")
                : t("desktop.identify.next-route");
    }
}
