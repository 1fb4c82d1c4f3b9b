package wistaxis.desktop.view.ledger;

import static wistaxis.core.words.Say.t;

import java.util.List;
import javafx.scene.Parent;
import javafx.scene.control.Label;
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
    private final TextField search = Ui.field("customer-search", t("desktop.customers.hint"), 120);
    private final VBox found = new VBox(6);

    public CustomersView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        search.setPrefWidth(420);
        search.setMaxWidth(420);
        search.textProperty().addListener((_, _, _) -> find());
        root.getChildren().addAll(Ui.label(t("desktop.customers.title"), "large"), Ui.named(search), Ui.scroll(found));
    }

    private void find() {
        bench.people().search(search.getText()).thenAccept(latest.asks(this::found));
    }

    private void found(List<String> tickets) {
        found.getChildren().clear();
        if (tickets.isEmpty()) {
            found.getChildren().add(Ui.text(search.getText().isBlank() ? t("desktop.customers.how")
                    : t("desktop.customers.none"), "muted"));
        }
        for (String number : tickets.subList(0, Math.min(MOST, tickets.size()))) {
            bench.tickets().look(number).thenAccept(latest.more(this::row));
        }
    }

    private void row(Ticket t) {
        Label what = Ui.text(t(t.closed() == null ? "desktop.customers.row-open" : "desktop.customers.row", "month",
                Ui.month(t.openedAt()), "what", Visit.words(t, bench.routes().intake())), "muted");
        what.maxWidthProperty().bind(found.widthProperty());
        found.getChildren().add(Ui.flow(12, Ui.button("customer-" + t.number(), t.number(), "", () -> shell.showTicket(t.number())),
                Ui.text(t.title(), "strong"), Ui.text(bench.people().kept(t.number()).called(), ""),
                what));
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
    public String manual() {
        return "customers";
    }

    @Override
    public String next() {
        return t("desktop.customers.next");
    }
}
