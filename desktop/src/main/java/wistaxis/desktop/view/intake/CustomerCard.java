package wistaxis.desktop.view.intake;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.store.people.People;
import wistaxis.workbench.Workbench;

/** Who brought the device, kept sealed beside the ledger; and whether the device was here before. */
final class CustomerCard extends VBox {
    private final Shell shell;
    private final Workbench bench;
    private final String number;
    private final TextField name = Ui.field("customer-name", "name", 120);
    private final TextField reach = Ui.field("customer-reach", "number or address", 120);

    CustomerCard(Shell shell, Workbench bench, String number) {
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
            getChildren().add(Ui.flow(10, Ui.text("Customer: " + known.get().name() + (known.get().reach().isBlank() ? "" : ", "
                    + known.get().reach()), "strong"), Ui.button("customer-forget", "Forget this customer", "quiet small", () -> {
                bench.people().forget(number, "asked for at the bench");
                refresh();
            })));
        } else if (open) {
            getChildren().addAll(Ui.flow(8, Ui.label("Customer", "strong"), name, reach,
                    Ui.button("customer-keep", "Keep", "", this::keep)),
                    Ui.text("Kept sealed, apart from the ledger; can be forgotten at any time.", "small muted"));
        }
        List<String> before = bench.people().before(bench.ticket(number));
        if (!before.isEmpty()) {
            getChildren().add(Ui.text("This device was here before: " + String.join(", ", before) + ".", "strong hands"));
        }
    }

    private void keep() {
        bench.people().keep(number, name.getText(), reach.getText());
        shell.again();
    }
}
