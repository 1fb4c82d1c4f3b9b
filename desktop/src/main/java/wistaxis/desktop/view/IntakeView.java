package wistaxis.desktop.view;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.route.RouteFacts;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** The intake as a conversation: question by question, why it is asked, and what is still missing. Every answer is saved at once. */
final class IntakeView extends TicketPage {
    private static final Map<String, Duration> PROMISES = new java.util.LinkedHashMap<>();

    static {
        PROMISES.put("In 1 hour", Duration.ofHours(1));
        PROMISES.put("In 2 hours", Duration.ofHours(2));
        PROMISES.put("In 4 hours", Duration.ofHours(4));
        PROMISES.put("Tomorrow", Duration.ofHours(24));
    }

    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());

    private final Shell shell;
    private final VBox questions = new VBox(2);
    private final VBox foot = new VBox();
    private final TextField words = Ui.field("device-words", "as the customer calls it", 120);

    IntakeView(Shell shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
        root.getChildren().addAll(Ui.scroll(questions), foot);
        words.setPrefWidth(300);
        words.setOnAction(_ -> saveWords());
        words.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                saveWords();
            }
        });
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        List<Node> rows = new ArrayList<>();
        rows.add(deviceWords(t));
        bench.routes().questions().forEach(q -> rows.add(question(t, q)));
        rows.add(promise(t));
        questions.getChildren().setAll(rows);
        bench.stop(t).ifPresent(stop -> questions.getChildren().addFirst(Ui.notice("stop", "Stop here.", stop)));
        Button go = Ui.button("go-on", "Find the exact model", "primary", () -> shell.showTicket(number));
        go.setDisable(t.fact("trouble").isEmpty());
        foot.getChildren().setAll(Ui.row(12, go, Ui.label(missing(t).isEmpty() ? "Nothing is missing." : missing(t).size() + " still missing: " + String.join(", ", missing(t)), "muted small")));
    }

    private List<String> missing(Ticket t) {
        List<String> missing = new ArrayList<>();
        bench.routes().questions().stream().map(RouteFacts.Question::fact).filter(f -> t.fact(f).isEmpty())
                .forEach(f -> missing.add(f.replaceAll("([A-Z])", " $1").toLowerCase(Locale.ROOT)));
        if (t.fact("promised").isEmpty()) {
            missing.add("promised time");
        }
        return missing;
    }

    private Node deviceWords(Ticket t) {
        if (!words.isFocused()) {
            words.setText(t.fact("deviceWords").orElse(""));
        }
        return asked("What is on the counter?", "What the customer calls it; the exact model comes next.", t.fact("deviceWords").isPresent(), words);
    }

    private void saveWords() {
        String said = words.getText().strip();
        if (!said.isEmpty() && !ticket().fact("deviceWords").equals(Optional.of(said))) {
            bench.record(number, new TicketEvent.FactRecorded("deviceWords", said));
        }
    }

    private Node question(Ticket t, RouteFacts.Question q) {
        FlowPane chips = Ui.chips(480);
        for (List<String> answer : q.answers()) {
            boolean chosen = t.fact(q.fact()).equals(Optional.of(answer.getFirst()));
            chips.getChildren().add(Ui.button(q.fact() + "-" + answer.getFirst(), answer.getLast(), chosen ? "chip chosen" : "chip",
                    () -> bench.record(number, chosen ? new TicketEvent.FactWithdrawn(q.fact()) : new TicketEvent.FactRecorded(q.fact(), answer.getFirst()))));
        }
        return asked(q.asks(), q.why(), t.fact(q.fact()).isPresent(), chips);
    }

    private Node promise(Ticket t) {
        FlowPane chips = Ui.chips(480);
        PROMISES.forEach((words, span) -> {
            Instant then = bench.now().plus(span).truncatedTo(ChronoUnit.MINUTES);
            boolean chosen = Workbench.promised(t).filter(p -> Duration.between(p, t.openedAt().plus(span)).abs().compareTo(Duration.ofMinutes(10)) < 0).isPresent();
            chips.getChildren().add(Ui.button("promised-" + span.toHours(), words, chosen ? "chip chosen" : "chip",
                    () -> bench.record(number, new TicketEvent.FactRecorded("promised", then.toString()))));
        });
        Workbench.promised(t).filter(_ -> chips.getChildren().stream().noneMatch(c -> c.getStyleClass().contains("chosen")))
                .ifPresent(p -> chips.getChildren().add(Ui.label("by " + CLOCK.format(p), "strong")));
        return asked("When was it promised?", "The bench takes the earliest promise first.", t.fact("promised").isPresent(), chips);
    }

    private static Node asked(String asks, String why, boolean answered, Region answer) {
        return Ui.asked(380, answer, answered ? "" : "not asked yet", Ui.text(asks, "strong"), Ui.text(why, "small muted"));
    }

    @Override
    public String firstFocus() {
        return ticket().fact("deviceWords").isEmpty() ? "device-words" : "go-on";
    }

    @Override
    public String next() {
        Ticket t = ticket();
        return t.fact("trouble").isEmpty() ? "Ask what is wrong; the rest can be added at any time." : "Find the exact model. Hands: now.";
    }
}
