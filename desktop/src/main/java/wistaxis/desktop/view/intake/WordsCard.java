package wistaxis.desktop.view.intake;

import static wistaxis.core.words.Say.t;

import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** What is written down as it is said or seen, and stands on the receipt: the problem in the customer's words, state and marks. */
final class WordsCard extends VBox {
    private final Workbench bench;
    private final String number;
    private final TextField problem = Ui.field("words-" + Intake.PROBLEM_WORDS, t("desktop.intake.problem-words"),
            Intake.LONGEST_WORDS);
    private final TextField marks = Ui.field("words-" + Intake.MARKS, t("desktop.intake.marks"), Intake.LONGEST_WORDS);

    WordsCard(Workbench bench, String number) {
        super(6);
        this.bench = bench;
        this.number = number;
        problem.setOnAction(_ -> note(Intake.PROBLEM_WORDS, problem));
        marks.setOnAction(_ -> note(Intake.MARKS, marks));
    }

    void refresh(Ticket t) {
        getChildren().clear();
        FlowPane lines = Ui.flow(8);
        line(t, Intake.PROBLEM_WORDS, "desktop.intake.in-their-words", problem, lines);
        line(t, Intake.MARKS, "desktop.intake.marks-are", marks, lines);
        if (!lines.getChildren().isEmpty()) {
            getChildren().addAll(lines, Ui.text(t("desktop.intake.no-names"), "small muted"));
        }
    }

    private void line(Ticket t, String fact, String words, TextField field, FlowPane lines) {
        t.fact(fact).ifPresent(said -> getChildren().add(Ui.text(t(words, "words", said), "strong")));
        if (t.closed() == null && t.fact(fact).isEmpty()) {
            field.setPrefColumnCount(22);
            lines.getChildren().add(Ui.named(field));
        }
    }

    private void note(String fact, TextField field) {
        bench.commands().give(number, new Command.Answer(fact, field.getText()));
    }
}
