package wistaxis.desktop.view.first;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.settings.TypedCard;
import wistaxis.store.backup.BackupPlace;
import wistaxis.store.files.DiskProblem;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.backup.Backups;

/** Where backups go, by which key, the last one, and the rehearsal. */
final class BackupCard extends VBox {
    private static final double FIELD = 360;

    private final Window shell;
    private final Backups backups;
    private final VBox key = Ui.card();
    private final VBox last = Ui.card();
    private final TextField phrase = Ui.field("backup-phrase", t("desktop.backup.phrase"), 200);
    private final TextField tried = Ui.field("backup-try-key", t("desktop.backup.try-key"), 200);
    private final Label says = Ui.text("", "strong");
    private final ProgressBar bar = new ProgressBar(0);

    BackupCard(Window shell, Workbench bench) {
        super(14);
        this.shell = shell;
        this.backups = bench.backups();
        bar.setMaxWidth(300);
        says.setId("backup-says");
        says.managedProperty().bind(says.textProperty().isNotEmpty());
        phrase.setPrefWidth(FIELD);
        tried.setPrefWidth(FIELD);
        getChildren().addAll(new TypedCard("backup-folder", t("desktop.backup.folder-example"), 300, t("desktop.backup.folder"),
                t("desktop.backup.folder-how"), () -> Optional.ofNullable(backups.place().folder()).orElse(""), backups::goTo).card(), key,
                last);
        refresh();
    }

    void refresh() {
        key.getChildren().setAll(Ui.text(t(backups.hasKey() ? "desktop.backup.key-there" : "desktop.backup.key"), "strong"),
                Ui.text(t("desktop.backup.key-how"), "small muted"));
        FlowPane buttons = Ui.flow(8);
        if (backups.hasKey()) {
            buttons.getChildren().add(Ui.button("backup-print-key", t("desktop.backup.print-key"), "primary", () ->
                    said(backups.keyDocument()
                    .thenApply(file -> shown(Path.of(file))))));
        } else {
            buttons.getChildren().addAll(Ui.button("backup-make-key", t("desktop.backup.make-key"), "primary", backups::makeKey),
                    Ui.label(t("desktop.backup.or"), "muted"), phrase, Ui.button("backup-take-phrase", t("desktop.backup.take-phrase"), "",
                            this::takePhrase));
        }
        key.getChildren().add(buttons);
        BackupPlace place = backups.place();
        last.getChildren().setAll(Ui.text(state(place), "strong"));
        if (place.why() != null) {
            last.getChildren().add(Ui.text(place.why(), "muted"));
        }
        Optional<Double> running = backups.running();
        if (running.isPresent()) {
            bar.setProgress(running.get());
            last.getChildren().add(Ui.row(12, bar, Ui.button("backup-stop", t("desktop.backup.stop"), "", backups::stop)));
        } else if (backups.on()) {
            last.getChildren().add(Ui.flow(8, Ui.button("backup-now", t("desktop.backup.now"), "", () -> said(backups.now()))));
        }
        if (place.last() != null && running.isEmpty()) {
            last.getChildren().addAll(Ui.text(rehearsal(place), "strong"), Ui.text(t("desktop.backup.rehearse-how"), "small muted"),
                    Ui.flow(8, tried, Ui.button("backup-rehearse", t("desktop.backup.rehearse"), "", () -> said(backups.rehearse(tried
                            .getText()).whenComplete((_, _) -> tried.clear())))));
        }
        last.getChildren().add(says);
    }

    void tick() {
        backups.running().ifPresent(bar::setProgress);
    }

    private static String state(BackupPlace place) {
        BackupPlace.Last last = place.last();
        return place.folder() == null ? t("desktop.backup.nowhere") : last == null ? t("desktop.backup.none") : t("desktop.backup.last",
                "at",
                Ui.date("d MMMM, HH:mm", last.at()), "bytes", Units.inWords(last.bytes()), "n", last.entries());
    }

    private String rehearsal(BackupPlace place) {
        LocalDate day = place.rehearsed();
        return day == null ? t("desktop.backup.never-rehearsed") : t(backups.rehearsalDue() ? "desktop.backup.rehearsal-due"
                : "desktop.backup.rehearsed", "at", Ui.date("d MMMM yyyy", day.atStartOfDay(ZoneId.systemDefault()).toInstant()));
    }

    private void takePhrase() {
        try {
            backups.passphrase(phrase.getText());
            phrase.clear();
            says.setText("");
        } catch (BadInput | DiskProblem e) {
            says.setText(String.valueOf(e.getMessage()));
        }
    }

    private String shown(Path file) {
        shell.showFolder(file.getParent());
        return t("desktop.backup.key-printed", "file", file);
    }

    private void said(CompletableFuture<String> answer) {
        says.setText("");
        answer.thenAccept(says::setText);
    }
}
