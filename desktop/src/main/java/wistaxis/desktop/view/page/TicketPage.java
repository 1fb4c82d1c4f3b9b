package wistaxis.desktop.view.page;

import java.util.EnumSet;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import javafx.scene.Parent;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Change;

/** A stage of one ticket as a page: what all of them hold. */
public abstract class TicketPage implements View {
    private static final Set<Change.Topic> FOLLOWED = EnumSet.of(Change.Topic.TICKET, Change.Topic.WORK, Change.Topic.STOCK,
            Change.Topic.SHOP, Change.Topic.PLAN, Change.Topic.TIME, Change.Topic.USB);

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

    /** Whether a page of one ticket shows what has changed. */
    public static boolean follows(Change change, String number) {
        return change.isOf(number, FOLLOWED);
    }

    @Override
    public boolean follows(Change change) {
        return follows(change, number);
    }

    @Override
    public final Parent node() {
        return root;
    }
}
