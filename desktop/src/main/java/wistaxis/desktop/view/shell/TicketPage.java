package wistaxis.desktop.view.shell;

import java.util.concurrent.CompletableFuture;
import javafx.scene.Parent;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.Result;
import wistaxis.workbench.Workbench;

/** A stage of one ticket as a page: what all of them hold. */
public abstract class TicketPage implements View {
    public final Workbench bench;
    public final String number;
    public final VBox root = Ui.style(new VBox(), "page");

    public TicketPage(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
    }

    public final Ticket ticket() {
        return bench.ticket(number);
    }

    /** Does something on the ticket; a refusal is said. */
    protected final CompletableFuture<Result> give(Command command) {
        return bench.commands().give(number, command);
    }

    @Override
    public boolean follows(Change change) {
        return TicketView.follows(change, number);
    }

    @Override
    public final Parent node() {
        return root;
    }
}
