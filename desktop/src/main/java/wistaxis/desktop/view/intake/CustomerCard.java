package wistaxis.desktop.view.intake;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.Said;
import wistaxis.core.words.Language;
import wistaxis.core.work.Command;
import wistaxis.core.work.Visit;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.people.People;
import wistaxis.workbench.Workbench;

/** Who brought the device, kept sealed beside the ledger; and whether the device was here before. */
final class CustomerCard extends VBox {
    private static final int MOST_VISITS = 3;

    private final Window shell;
    private final Workbench bench;
    private final String number;
    private String language = "en";
    private final TextField name = Ui.field("customer-name", t("desktop.customer.name"), 120);
    private final TextField reach = Ui.field("customer-reach", t("desktop.customer.reach"), 120);

    CustomerCard(Window shell, Workbench bench, String number) {
        super(6);
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        name.setPrefColumnCount(11);
        reach.setPrefColumnCount(11);
        reach.setOnAction(_ -> keep());
    }

    void refresh() {
        getChildren().clear();
        boolean open = bench.ticket(number).closed() == null;
        Optional<People.Person> known = bench.people().of(number);
        if (known.isPresent()) {
            getChildren().add(Ui.flow(10, Ui.text(t("desktop.customer.is", "name", known.get().called()), "strong"),
                    Ui.button("customer-forget", t("desktop.customer.forget"), "quiet small", () -> {
                bench.people().forget(number, Said.of("core.forgotten.asked")).thenRun(this::refresh);
            })));
        } else if (open) {
            FlowPane line = Ui.flow(8, Ui.label(t("desktop.customer.customer"), "strong"), Ui.named(name), Ui.named(reach));
            line.setRowValignment(VPos.BOTTOM);
            HBox languages = Ui.row(6);
            Language.all().forEach(l -> languages.getChildren().add(Ui.button("customer-language-" + l.tag(), l.name(), l.tag()
                    .equals(language) ? "chip chosen" : "chip", () -> {
                language = l.tag();
                refresh();
            })));
            line.getChildren().addAll(languages, Ui.button("customer-keep", t("desktop.customer.save"), "", this::keep));
            getChildren().addAll(line,
                    Ui.text(t("desktop.customer.sealed"), "small muted"));
        }
        visits();
    }

    /** What was done on this device before, as soon as it is read. */
    private void visits() {
        List<String> before = bench.people().before(bench.ticket(number));
        before.stream().limit(MOST_VISITS).forEach(n -> {
            VBox line = Ui.column(0);
            getChildren().add(line);
            bench.tickets().look(n).thenAccept(t -> line.getChildren().setAll(Ui.flow(8, Ui.text(t("desktop.customer.was-here", "month",
                    Ui.month(t.openedAt()), "what", Visit.words(t, bench.routes().intake())), "strong hands"),
                    Ui.button("visit-" + n, n, "quiet small", () -> shell.showTicket(n)))));
        });
    }

    private void keep() {
        bench.commands().give(number, new Command.Keep(name.getText(), reach.getText(), language))
                .thenAccept(result -> result.then(_ -> shell.again()));
    }
}
