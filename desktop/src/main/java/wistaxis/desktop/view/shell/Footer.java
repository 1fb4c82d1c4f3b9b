package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.TakingBack;

/** Below the page: what comes next, whether something is being saved, and how the last act is taken back. */
final class Footer extends VBox {
    /** Letters of what is named to be taken back. */
    private static final int LONGEST_BRIEF = 40;

    private final Workbench bench;
    private final Shell shell;
    private final Label title = Ui.label("", "small muted");
    private final Label next = Ui.label("", "");
    private final Label saving = Ui.label("", "small muted");
    private final Label away = Ui.label("", "strong hands");
    private final Button takeBack = Ui.button("take-back", "", "chip", this::takeBack);

    private final Button held;
    private final Button backups;

    Footer(Workbench bench, Shell shell) {
        super(4);
        this.bench = bench;
        this.shell = shell;
        this.held = Ui.button("held", "", "chip", shell::showTwoSides);
        this.backups = Ui.button("backup-line", "", "quiet small", () -> shell.showFirstDay(FirstDay.BACKUP));
        takeBack.setFocusTraversable(false);
        takeBack.setStyle("-fx-padding: 1 12 1 12;"); // the bar is as high without it
        takeBack.managedProperty().bind(takeBack.visibleProperty());
        takeBack.setVisible(false);
        next.setId("next");
        words();
        away.setId("away");
        held.managedProperty().bind(held.visibleProperty());
        held.setVisible(false);
        held.setStyle("-fx-padding: 1 12 1 12;");
        away.managedProperty().bind(away.textProperty().isNotEmpty());
        backups.managedProperty().bind(backups.visibleProperty());
        backups.setVisible(false);
        backups.setFocusTraversable(false);
        backups.setWrapText(true);
        backups.setMinWidth(0);
        backups.setStyle("-fx-padding: 0;");
        FlowPane server = Ui.flow(16, away, held, backups);
        server.managedProperty().bind(away.managedProperty().or(held.managedProperty()).or(backups.managedProperty()));
        next.setWrapText(true); // where the window is narrow
        next.setMinWidth(0);
        next.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(next, Priority.ALWAYS);
        Stream.of(title, saving, takeBack).forEach(whole -> whole.setMinWidth(USE_PREF_SIZE));
        HBox row = Ui.row(16, title, next, saving, takeBack);
        getChildren().addAll(server, row);
        Ui.style(this, "next-bar");
    }

    /** In the language that is spoken now. */
    void words() {
        title.setText(t("desktop.footer.next"));
    }

    void next(String words) {
        next.setText(words);
    }

    /** Backspace takes the last act back, where the page has no other use for it. */
    void back(KeyEvent e) {
        if (e.getCode() == KeyCode.BACK_SPACE && !(shell.scene().getFocusOwner() instanceof TextInputControl) && takeBack.isVisible()) {
            takeBack();
            e.consume();
        }
    }

    /** Takes back what was done last, at once. */
    void takeBack() {
        Optional<TakingBack.Takeable> act = bench.taking().takeable();
        if (act.isEmpty()) {
            return;
        }
        bench.taking().takeBack().thenAccept(result -> result.then(t -> {
            refresh();
            if (t.isTakenBack() && shell.at().equals(t.number())) {
                shell.showBench();
            } else if (shell.at().equals(t.number())) {
                shell.showTicket(t.number());
            }
        }));
    }

    /** For a while after each act. */
    void refresh() {
        Optional<TakingBack.Takeable> act = bench.taking().takeable();
        takeBack.setVisible(act.isPresent());
        act.ifPresent(a -> takeBack.setText(t("desktop.footer.take-back", "what", brief(a), "seconds", (1 + a.left().toSeconds()))));
        away.setText(bench.tickets().away().map(since -> t("desktop.footer.away", "at", Ui.date("HH:mm", since), "n", bench.tickets()
                .kept())).orElse(""));
        int waiting = bench.tickets().held().size();
        held.setVisible(waiting > 0);
        held.setText(t("desktop.footer.held", "n", waiting));
        backups.setText(bench.backups().says());
        backups.setVisible(!backups.getText().isEmpty());
        saving.setText(shell.isSaving() ? t("desktop.footer.saving") : "");
    }

    private static String brief(TakingBack.Takeable act) {
        String words = act.events().stream().filter(e -> !(e instanceof TicketEvent.AtBench)).map(EventWords::of).findFirst().orElse("");
        int clause = words.lastIndexOf(", ", LONGEST_BRIEF); // what is left makes sense
        int end = words.length() <= LONGEST_BRIEF ? words.length() : Math.max(clause > 0 ? clause : words.lastIndexOf(' ', LONGEST_BRIEF),
                1);
        String kept = words.substring(0, end);
        int aside = kept.lastIndexOf('(');
        return act.ticket() + " " + (aside > kept.lastIndexOf(')') ? kept.substring(0, aside).strip() : kept);
    }
}
