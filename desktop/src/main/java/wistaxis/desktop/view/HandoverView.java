package wistaxis.desktop.view;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;

/** Handing the device over: the checks, the account lock asked for, advice to the customer, and closing the ticket. */
final class HandoverView extends TicketPage {
    private final Shell shell;

    HandoverView(Shell shell, Workbench bench, String number) {
        super(bench, number);
        this.shell = shell;
    }

    private List<HandoverFacts.Check> checks(Ticket t) {
        return bench.handover().after(Objects.requireNonNullElse(t.route(), ""));
    }

    @Override
    public void refresh() {
        Ticket t = ticket();
        VBox list = new VBox(8);
        checks(t).forEach(c -> list.getChildren().add(check(t, c)));
        VBox advice = Ui.card(Ui.label("For the customer", "strong"));
        bench.handover().advice().forEach(a -> advice.getChildren().add(Ui.text("\u2013 " + a, "small")));
        list.getChildren().add(advice);
        root.getChildren().setAll(Ui.label(title(t), "large"));
        if (t.closed() == null && coached(t.route())) {
            root.getChildren().add(Ui.row(8, coach(shell, number)));
        }
        root.getChildren().addAll(Ui.scroll(list), foot(t));
    }

    /** Whether a step is done by the keys alone, so that the coach leads through it. */
    static boolean coached(@Nullable String route) {
        return "force-restart".equals(route) || "recovery-in-out".equals(route);
    }

    static Button coach(Shell shell, String number) {
        return Ui.button("coach-keys", "Coach the keys", "primary", () -> shell.showTicket(number, Stage.KEYS));
    }

    private static String title(Ticket t) {
        return t.closed() != null ? "Closed: " + t.closed() : t.restored() != null ? "Hand over, " + (t.keepsData() ? "updated to " : "restored to ") + t.restored() : "Hand over";
    }

    private Node check(Ticket t, HandoverFacts.Check c) {
        FlowPane chips = Ui.chips(540);
        Optional<String> said = Optional.ofNullable(t.checks().get(c.id()));
        for (int i = 0; i < c.answers().size(); i++) {
            String answer = c.answers().get(i);
            Button chip = Ui.button(c.id() + "-" + i, answer, said.equals(Optional.of(answer)) ? "chip chosen" : "chip", () -> answer(t, c.id(), answer));
            chip.setDisable(t.closed() != null);
            chips.getChildren().add(chip);
        }
        String says = c.id().equals("version-matches") && t.restored() != null ? "The version on the device is " + t.restored() + ", the one that was written." : c.says();
        return Ui.asked(360, chips, said.isPresent() ? "" : "open", Ui.text(says, "strong"));
    }

    private void answer(Ticket t, String check, String answer) {
        bench.record(number, new TicketEvent.CheckAnswered(check, answer));
        if (check.equals("step-helped") && t.route() != null) {
            bench.record(number, new TicketEvent.StepTried(t.route(), answer.equals("it helped")));
        }
    }

    private Node foot(Ticket t) {
        if (t.closed() != null) {
            return Ui.row(12, Ui.label("Nothing more to do on this ticket.", "muted"), Ui.button("to-bench", "To the bench", "primary", shell::showBench));
        }
        if ("it did not help".equals(t.checks().get("step-helped"))) {
            return Ui.row(12, Ui.button("back-to-route", "Take the next rung", "primary", () -> shell.showTicket(number, Stage.ROUTE)));
        }
        long open = checks(t).stream().filter(c -> !t.checks().containsKey(c.id())).count();
        Button close = Ui.button("close-ticket", "Close the ticket", "primary", () -> bench.record(number, new TicketEvent.Closed(outcome(t))));
        close.setDisable(open > 0);
        return Ui.row(12, close, Ui.label(open == 0 ? "Everything is asked." : open + " still to ask", "muted"));
    }

    private String outcome(Ticket t) {
        return t.restored() != null ? (t.keepsData() ? "updated to " : "restored to ") + t.restored() + ", handed over" : t.route() == null ? "handed over"
                : bench.routes().planner().step(t.route()).title().toLowerCase(java.util.Locale.ROOT) + ", handed over";
    }

    @Override
    public String next() {
        return ticket().closed() != null ? "The ticket is closed." : "Go through the checks with the owner. Hands: now.";
    }
}
