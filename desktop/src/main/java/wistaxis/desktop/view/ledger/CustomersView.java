package wistaxis.desktop.view.ledger;

import java.util.List;
import javafx.scene.Parent;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Visit;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Latest;

/** Tickets by who brought them: a name, a number, an IMEI or a serial; whole words, as they were kept. */
public final class CustomersView implements View {
    private static final int MOST = 50;

    private final Window shell;
    private final Workbench bench;
    private final VBox root = Ui.style(new VBox(10), "page");
    private final Latest latest = new Latest();
    private final TextField search = Ui.field("customer-search", "name, number, IMEI or serial", 120);
    private final VBox found = new VBox(6);

    public CustomersView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        search.setPrefWidth(420);
        search.setMaxWidth(420);
        search.textProperty().addListener((_, _, _) -> find());
        root.getChildren().addAll(Ui.label("Customers", "large"), search, Ui.scroll(found));
    }

    private void find() {
        bench.people().search(search.getText()).thenAccept(latest.asks(this::found));
    }

    private void found(List<String> tickets) {
        found.getChildren().clear();
        if (tickets.isEmpty()) {
            found.getChildren().add(Ui.text(search.getText().isBlank() ? "Whole words, as they were kept. Who was forgotten is not found."
                    : "Nobody is kept under these words.", "muted"));
        }
        for (String number : tickets.subList(0, Math.min(MOST, tickets.size()))) {
            bench.tickets().look(number).thenAccept(latest.more(this::row));
        }
    }

    private void row(Ticket t) {
        found.getChildren().add(Ui.flow(12, Ui.button("customer-" + t.number(), t.number(), "", () -> shell.showTicket(t.number())),
                Ui.text(t.title(), "strong"), Ui.text(bench.people().kept(t.number()).called(), ""),
                Ui.text(Ui.month(t.openedAt()) + ": " + Visit.words(t, bench.routes().intake())
                + (t.closed() == null ? "; still open" : ""), "muted")));
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return false;
    }

    @Override
    public void refresh() {
        find();
    }

    @Override
    public String firstFocus() {
        return "customer-search";
    }

    @Override
    public String next() {
        return "Type a name or a number.";
    }
}
