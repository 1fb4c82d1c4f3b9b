package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.EnumSet;
import java.util.List;
import javafx.scene.Parent;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.Shown;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;

/** A ticket that cannot be worked on here, because something in it cannot be understood: what that is, and all that is written of it. */
public final class UnreadableView implements View {
    private static final String DAY_AND_TIME = "d MMM yyyy HH:mm";

    private final Workbench bench;
    private final String number;
    private final VBox page = Ui.style(new VBox(), "page");
    private final ScrollPane root = Ui.scroll(page);

    private final VBox history = Ui.column(6);

    public UnreadableView(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public void refresh() {
        Ticket t = bench.ticket(number);
        page.getChildren().setAll(Ui.label(number, "code muted"), Ui.text(Shown.printable(t.title()), "large"),
                Ui.notice("stop", t("desktop.odd.title"), t("desktop.odd.not-understood", "what",
                String.join("; ", bench.routes().unreadables(t).all())),
                        t("desktop.odd.why")));
        if (t.closed() == null) {
            page.getChildren().add(Ui.button("close-unreadable", t("desktop.odd.close"), "",
                    () -> bench.commands().give(number, new Command.CloseUnreadable())));
        } else {
            page.getChildren().add(Ui.text(t("desktop.odd.closed", "how", t.closed()), "strong"));
        }
        page.getChildren().add(Ui.label(t("desktop.odd.entries"), "title"));
        page.getChildren().add(history);
        bench.tickets().history(number).thenAccept(this::written);
    }

    private void written(List<LedgerEntry> entries) {
        history.getChildren().setAll(entries.stream()
                .map(e -> Ui.text(e.number() + "   " + Ui.date(DAY_AND_TIME, e.when()) + "   " + Shown.printable(EventWords.of(e.event())),
                "small")).toList());
    }

    @Override
    public boolean follows(Change change) {
        return change.isOf(number, EnumSet.of(Change.Topic.TICKET));
    }

    @Override
    public String number() {
        return number;
    }

    @Override
    public String manual() {
        return "unreadable";
    }

    @Override
    public String next() {
        return t("desktop.odd.next");
    }
}
