package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** One hint at a time above the real pages, for a first ticket from intake to its receipt. */
final class Led extends HBox {
    private final Workbench bench;
    private final Label says = Ui.text("", "strong");
    private boolean receipt;

    Led(Workbench bench, Runnable end) {
        super(16);
        this.bench = bench;
        says.setId("led");
        bench.changes().follow(c -> look(c.ticket()));
        HBox row = Ui.row(16, says, Ui.gap(), Ui.button("led-end", t("desktop.led.end"), "", end));
        HBox.setHgrow(says, Priority.ALWAYS);
        HBox.setHgrow(row, Priority.ALWAYS);
        getChildren().add(row);
        Ui.style(this, "notice calm");
    }

    private void look(String number) {
        if (!receipt && !number.isEmpty()) {
            bench.tickets().history(number).thenAccept(entries -> receipt |= entries.stream().anyMatch(e -> e.event()
                    instanceof TicketEvent.DocumentHandedOut));
        }
    }

    /** @param page whether the documents are shown */
    void tick(boolean page) {
        says.setText(t("desktop.led." + hint(page)));
    }

    private String hint(boolean page) {
        List<Ticket> open = bench.tickets().open();
        if (receipt) {
            return "done";
        }
        if (open.isEmpty()) {
            return "new";
        }
        Ticket t = open.getLast();
        if (page) {
            return "receipt";
        }
        return t.stage() == Stage.INTAKE ? t.fact("trouble").isEmpty() ? "problem" : "intake" : t.stage() == Stage.IDENTIFY ? "model"
                : t.stage() == Stage.ROUTE ? "route" : "documents";
    }
}
