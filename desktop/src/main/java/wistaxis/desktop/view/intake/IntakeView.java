package wistaxis.desktop.view.intake;

import static wistaxis.core.words.Say.t;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.event.EventHandler;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Question;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.route.LiveRoute;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.page.IntakePage;
import wistaxis.workbench.route.Routes;

/**
 * The intake as a conversation: one question at a time, only those that matter, and the route beside it, live. All by keyboard; every
 * answer is saved at once.
 */
public final class IntakeView extends TicketPage {
    static final String CLOCK = "EEE HH:mm";

    private final Window shell;
    private final Routes desk;
    private final AnswerPane answers;
    private final VBox conversation = new VBox(10);
    private final LiveRoute live;
    private final ScrollPane talk;
    private final CustomerCard customer;
    private final WordsCard words;
    private final Set<String> putOff = new HashSet<>();
    private final EventHandler<KeyEvent> pressed = this::pressed;
    private IntakePage page;
    private @Nullable String asking;
    private @Nullable String lastAnswered;

    public IntakeView(Window shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
        this.desk = bench.routes();
        this.live = new LiveRoute(desk.route(ticket()));
        this.customer = new CustomerCard(shell, bench, number);
        this.words = new WordsCard(bench, number);
        this.answers = new AnswerPane(shell, bench, number, this::answered);
        this.talk = Ui.scroll(conversation);
        Columns columns = new Columns(talk, 400, live.node(), 370);
        VBox.setVgrow(columns, Priority.ALWAYS);
        root.getChildren().add(columns);
        shell.scene().addEventFilter(KeyEvent.KEY_PRESSED, pressed);
        this.page = look();
    }

    private IntakePage look() {
        return IntakePage.of(ticket(), desk, asking, putOff);
    }

    @Override
    public void refresh() {
        page = look();
        Ticket t = page.of();
        conversation.setPadding(new Insets(0, 12, 0, 0));
        conversation.getChildren().clear();
        page.current().ifPresentOrElse(q -> conversation.getChildren().add(answers.card(q, t)), () -> conversation.getChildren()
                .add(nothingLeft()));
        conversation.getChildren().add(foot(t));
        conversation.getChildren().addAll(customer, words);
        customer.refresh();
        words.refresh(t);
        if (!page.said().isEmpty()) {
            conversation.getChildren().add(Ui.label(t("desktop.intake.answered"), "strong"));
            page.said().forEach(q -> conversation.getChildren().add(said(q, t)));
        }
        chips(t("desktop.intake.open"), page.open());
        chips(t("desktop.intake.others"), page.others());
        live.refresh(page.route());
    }

    private Node nothingLeft() {
        return Ui.notice("calm", t("desktop.intake.all-asked"),
                t("desktop.intake.go-on-how"));
    }

    private Node foot(Ticket t) {
        var go = Ui.button("go-on", t.identifier() == null ? t("desktop.intake.find-model") : t("desktop.intake.choose-route"), "primary",
                this::goOn);
        go.setDisable(!page.goesOn());
        return Ui.flow(12, go, Ui.label("Ctrl+Enter", "code small muted"), Ui.label(t("desktop.intake.keys"), "small muted"));
    }

    private Node said(Question q, Ticket t) {
        String given = q.kind() == Question.Kind.DEVICE ? device(t)
                : q.kind() == Question.Kind.PROMISE ? Intake.promised(t).map(p -> Ui.date(CLOCK, p))
                .orElse("") : desk.intake().answerInWords(q, t).toString();
        var asks = Ui.text(q.asks(), "muted small");
        asks.setPrefWidth(230);
        var answer = Ui.text(given, "strong");
        HBox.setHgrow(answer, Priority.ALWAYS);
        answer.setMaxWidth(Double.MAX_VALUE);
        return Ui.style(Ui.row(10, asks, answer, Ui.button("change-" + q.question(), t("desktop.intake.change"), "quiet small",
                () -> ask(q.question()))),
                "card tight gone");
    }

    private String device(Ticket t) {
        return bench.model(t).map(m -> m.name() + ", " + m.identifier())
                .orElse(t.fact("deviceWords").map(w -> t("desktop.intake.device-words", "words", w)).orElse(""));
    }

    private void chips(String title, List<Question> questions) {
        if (questions.isEmpty()) {
            return;
        }
        FlowPane chips = Ui.chips(560);
        questions.forEach(q -> chips.getChildren().add(Ui.button("ask-" + q.question(), q.asks(), "chip small", () -> ask(q.question()))));
        conversation.getChildren().addAll(Ui.label(title, "strong"), chips);
    }

    private void ask(String question) {
        asking = question;
        answers.begin();
        refresh();
        talk.setVvalue(0);
        focusNow();
    }

    /** An answer was given, or put off: on to the next question. */
    private void answered(Question q, boolean put) {
        if (put) {
            putOff.add(q.question());
        } else {
            lastAnswered = q.question();
        }
        asking = null;
        answers.begin();
        refresh();
        focusNow();
    }

    private void focusNow() {
        javafx.application.Platform.runLater(() -> {
            root.applyCss();
            if (shell.scene().lookup("#" + firstFocus()) instanceof Node first) {
                first.requestFocus();
            }
        });
    }

    private void takeBack() {
        Ticket t = ticket();
        String last = lastAnswered;
        desk.intake().questions().stream().filter(q -> q.question().equals(last)).findFirst().ifPresent(q -> {
            lastAnswered = null;
            putOff.remove(q.question());
            give(new Command.Answer(Map.of(), List.copyOf(Intake.settledBy(q))))
                    .thenAccept(result -> result.then(_ -> ask(q.question())));
        });
    }

    private void goOn() {
        if (page.goesOn()) {
            shell.showTicket(number, ticket().identifier() == null ? wistaxis.core.ticket.Stage.IDENTIFY
                    : wistaxis.core.ticket.Stage.ROUTE);
        }
    }

    private void pressed(KeyEvent e) {
        boolean typing = shell.scene().getFocusOwner() instanceof TextInputControl;
        if (e.isShortcutDown()) {
            if (e.getCode() == KeyCode.ENTER) {
                goOn();
                e.consume();
            }
            return;
        }
        boolean emptied = e.getCode() == KeyCode.BACK_SPACE && shell.scene().getFocusOwner() instanceof TextInputControl line
                && line.getText().isEmpty();
        if (typing && !emptied || e.isAltDown()) {
            return;
        }
        if (e.getCode() == KeyCode.BACK_SPACE) {
            takeBack();
        } else if (!page.current().map(q -> answers.key(q, e.getCode())).orElse(false)) {
            return;
        }
        e.consume();
    }

    @Override
    public String firstFocus() {
        return page.current().map(answers::firstFocus).orElse("go-on");
    }

    @Override
    public String wants() {
        return page.current().map(Question::question).orElse("");
    }

    @Override
    public void leave() {
        shell.scene().removeEventFilter(KeyEvent.KEY_PRESSED, pressed);
    }

    @Override
    public String manual() {
        return "intake";
    }

    @Override
    public String next() {
        Optional<Route.RouteStep> judged = page.route().flatMap(Route::recommended);
        return !page.goesOn() ? t("desktop.intake.next-first")
                : judged.map(r -> t("desktop.intake.next-step", "step", r.step().title())).orElse(t("desktop.intake.next-none"));
    }
}
