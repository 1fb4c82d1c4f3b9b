package wistaxis.desktop.view.route;

import static wistaxis.core.words.Say.t;

import javafx.scene.Node;
import javafx.scene.layout.VBox;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/**
 * Whether the bench is ready for a step that goes through the computer: what the computer says of itself, and what the technician
 * confirms.
 */
public final class ReadinessCard {
    private final Workbench bench;
    private final String number;

    public ReadinessCard(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
    }

    public Node node(Ticket t) {
        Readiness readiness = bench.routes().readiness(t);
        VBox card = Ui.card(Ui.row(8, Ui.label(t("desktop.ready.title"), "strong"), Ui.gap(),
                Ui.button("look-again", t("desktop.ready.again"), "quiet small", bench.routes()::lookAtComputer)));
        readiness.checks().forEach(c -> card.getChildren().add(check(c)));
        card.getChildren().add(readiness.ready() ? Ui.text(t("desktop.ready.ready"), "small strong tide")
                : Ui.text(t("desktop.ready.missing", "what", readiness.missing()), "small strong hands"));
        card.setSpacing(4);
        return card;
    }

    private Node check(Readiness.Check c) {
        String mark = switch (c.state()) {
            case FINE -> "\u2713 ";
            case NOT -> "\u2717 ";
            case ASK -> "? ";
            case LOOKING -> "\u2026 ";
        };
        VBox words = Ui.column(0, Ui.label(mark + c.what(), "strong small"), Ui.text(c.says(), "small muted"));
        String fact = c.confirm();
        if (fact != null && c.state() == Readiness.State.ASK) {
            words.getChildren().add(Ui.button("confirm-" + fact, t("desktop.ready.confirm"), "chip",
                    () -> bench.commands().give(number, new Command.Answer(fact, "yes"))));
        }
        return words;
    }
}
