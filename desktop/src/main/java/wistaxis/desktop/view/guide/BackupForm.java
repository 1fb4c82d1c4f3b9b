package wistaxis.desktop.view.guide;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.time.ZoneId;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.time.Range;
import wistaxis.core.work.Command;
import wistaxis.desktop.look.Ui;
import wistaxis.workbench.Workbench;

/** Where a backup is kept, of which version and how large: typed once, and how long it takes by that. */
final class BackupForm {
    private final Workbench bench;
    private final String number;
    private final TextField where = Ui.field("backup-where", t("desktop.backup.where"), 120);
    private final TextField version = Ui.field("backup-version", t("desktop.backup.version"), 40);
    private final TextField size = Ui.field("backup-size", t("desktop.backup.size"), 20);
    private final Label takes = Ui.text("", "small");

    BackupForm(Workbench bench, String number) {
        this.bench = bench;
        this.number = number;
        where.setPrefColumnCount(22);
        version.setPrefColumnCount(8);
        size.setPrefColumnCount(7);
        version.setText(bench.ticket(number).fact("installedVersion").filter(v -> !v.equals("unknown")).orElse(""));
    }

    Node node(String kind) {
        size.textProperty().addListener((_, _, _) -> takes.setText(takes(kind)));
        takes.setText(takes(kind));
        return Ui.column(6, Ui.flow(8, Ui.named(where), Ui.named(version), Ui.named(size)), takes);
    }

    private @Nullable Long bytes() {
        return size.getText().isBlank() ? null : Units.bytes(size.getText());
    }

    private String takes(String kind) {
        try {
            Long bytes = bytes();
            if (bytes == null) {
                return t("desktop.backup.type-size");
            }
            Range seconds = kind.equals("cloud") ? bench.stock().history().download(bytes) : BackupPlan.cable(bytes);
            return t(kind.equals("cloud") ? "desktop.backup.takes-cloud" : "desktop.backup.takes-cable", "time", Ui.clock(seconds));
        } catch (BadInput e) {
            return String.valueOf(e.getMessage());
        }
    }

    /** @throws BadInput for what cannot be read */
    Command.Backup made(String kind) {
        return new Command.Backup(kind, version.getText(), LocalDate.ofInstant(bench.now(), ZoneId.systemDefault()), bytes(),
                where.getText(), true);
    }
}
