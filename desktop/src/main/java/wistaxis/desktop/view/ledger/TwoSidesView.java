package wistaxis.desktop.view.ledger;

import static wistaxis.core.words.Say.t;

import java.util.List;
import javafx.scene.Parent;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;

/** What was done here while the server was away, beside what others did on the same tickets: a person decides, a ticket at a time. */
public final class TwoSidesView implements View {
    private final Window shell;
    private final Workbench bench;
    private final VBox root = Ui.style(new VBox(12), "page");
    private String problem = "";

    public TwoSidesView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
    }

    @Override
    public void refresh() {
        VBox all = new VBox(14);
        List<LedgerStore.Held> held = bench.tickets().held();
        if (held.isEmpty()) {
            all.getChildren().add(Ui.text(t("desktop.sides.none"), "muted"));
        }
        held.forEach(h -> all.getChildren().add(card(h)));
        root.getChildren().setAll(Ui.label(t("desktop.sides.title"), "large"), Ui.text(t("desktop.sides.why"), "muted"));
        if (!problem.isEmpty()) {
            root.getChildren().add(Ui.notice("warning", problem));
        }
        root.getChildren().add(Ui.scroll(all));
    }

    private VBox card(LedgerStore.Held held) {
        String number = held.ticket();
        GridPane sides = new GridPane(16, 0);
        ColumnConstraints half = new ColumnConstraints();
        half.setPercentWidth(50);
        sides.getColumnConstraints().addAll(half, half);
        sides.addRow(0, side(t("desktop.sides.there"), held.there(), true),
                side(t("desktop.sides.here", "bench", String.valueOf(bench.tickets().bench())), held.here(), false));
        return Ui.card(Ui.flow(12, Ui.button("side-" + number, number, "", () -> shell.showTicket(number)), Ui.text(bench.tickets()
                .find(number)
                .map(Ticket::title).orElse(""), "strong")), sides, Ui.flow(12, Ui.button("add-" + number, t(
                "desktop.sides.add", "n", held.here().size()), "primary", () -> decide(number, true)), Ui.button("leave-" + number, t(
                "desktop.sides.leave"), "", () -> decide(number, false))));
    }

    private VBox side(String title, List<LedgerEntry> entries, boolean benches) {
        VBox side = Ui.column(4, Ui.text(title, "strong"));
        for (LedgerEntry e : entries) {
            side.getChildren().add(Ui.text(t(benches && e.bench() != null ? "desktop.sides.entry-at" : "desktop.sides.entry", "at", Ui.date(
                    "HH:mm:ss", e.when()), "bench", String.valueOf(e.bench()), "what", EventWords.of(e.event())), ""));
        }
        return side;
    }

    private void decide(String number, boolean add) {
        bench.tickets().decide(number, add).whenComplete((_, e) -> {
            problem = e == null ? "" : String.valueOf(Background.cause(e).getMessage());
            refresh();
        });
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return change.topic() == Change.Topic.WORK || change.topic() == Change.Topic.TICKET;
    }

    @Override
    public String firstFocus() {
        return bench.tickets().held().stream().findFirst().map(h -> "side-" + h.ticket()).orElse("");
    }

    @Override
    public String manual() {
        return "sides";
    }

    @Override
    public String next() {
        return t(bench.tickets().held().isEmpty() ? "desktop.sides.none" : "desktop.sides.next", "n", bench.tickets().held().size());
    }
}
