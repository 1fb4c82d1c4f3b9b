package wistaxis.desktop.view;

import java.io.IOException;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.scene.Parent;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Ui;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;

/** Everything that happened, newest first; whether the chain holds; export. */
final class LedgerView implements View {
    private static final int MOST_FINDINGS = 5;
    private static final DateTimeFormatter YEAR = DateTimeFormatter.ofPattern("yyyy", Locale.ENGLISH).withZone(ZoneId.systemDefault());
    private static final DateTimeFormatter OTHER_YEAR = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());
    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("d MMM HH:mm:ss", Locale.ENGLISH).withZone(ZoneId.systemDefault());

    private final Workbench bench;
    private final VBox root = Ui.style(new VBox(), "page");
    private final Label chain = Ui.label("", "large");
    private final VBox findings = Ui.column(2);
    private final Label exported = Ui.text("", "muted");
    private final TextField filter = new TextField();
    private final ObservableList<LedgerEntry> rows = FXCollections.observableArrayList();

    LedgerView(Workbench bench) {
        this.bench = bench;
        chain.setId("chain");
        exported.setId("exported");
        exported.managedProperty().bind(exported.textProperty().isNotEmpty());
        filter.setId("ledger-filter");
        filter.setPromptText("ticket or words, for example T-0002 or restore");
        filter.setPrefWidth(330);
        filter.textProperty().addListener(_ -> fill());
        ListView<LedgerEntry> list = new ListView<>(rows);
        list.setId("ledger-list");
        list.setCellFactory(_ -> new Row());
        list.setPlaceholder(Ui.label("Nothing here. The ledger fills as tickets are worked on.", "muted"));
        VBox.setVgrow(list, Priority.ALWAYS);
        root.getChildren().addAll(chain, Ui.row(10, filter, Ui.button("verify", "Verify again", "", this::verify), Ui.gap(),
                Ui.button("export-json", "Export JSON", "", () -> export(LedgerExport.JSON)), Ui.button("export-csv", "Export CSV", "", () -> export(LedgerExport.CSV))),
                findings, exported, list);
        verify();
    }

    private void verify() {
        LedgerCheck check = bench.verify();
        chain.setText(check.broken().map(b -> "The chain is broken: " + b).orElse("The chain holds: " + check.entries() + " entries"));
        chain.getStyleClass().removeAll("erases");
        check.broken().ifPresent(_ -> chain.getStyleClass().add("erases"));
        findings.getChildren().setAll(check.findings().stream().limit(MOST_FINDINGS).map(f -> Ui.text(f, "small erases")).toList());
        if (check.findings().size() > MOST_FINDINGS) {
            findings.getChildren().add(Ui.text("and " + (check.findings().size() - MOST_FINDINGS) + " more: wistaxis ledger verify", "small erases"));
        }
    }

    private void export(LedgerExport format) {
        try {
            exported.setText("Written: " + bench.export(format));
        } catch (IOException e) {
            exported.setText("Not written: " + DiskTrouble.words("export", bench.exports(), e));
        }
    }

    private void fill() {
        String wanted = filter.getText().strip().toLowerCase(Locale.ROOT);
        List<LedgerEntry> found = bench.entries().reversed().stream()
                .filter(e -> wanted.isEmpty() || (e.ticket() + " " + EventWords.of(e.event())).toLowerCase(Locale.ROOT).contains(wanted)).toList();
        rows.setAll(found);
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public void refresh() {
        fill();
    }

    @Override
    public String next() {
        return "The ledger is append-only; each entry is chained to the one before.";
    }

    private static final class Row extends ListCell<LedgerEntry> {
        @Override
        protected void updateItem(@Nullable LedgerEntry e, boolean empty) {
            super.updateItem(e, empty);
            setText(null);
            if (empty || e == null) {
                setGraphic(null);
                return;
            }
            Label words = Ui.label(EventWords.of(e.event()), "");
            words.setWrapText(true);
            words.setMaxWidth(680);
            HBox.setHgrow(words, Priority.ALWAYS);
            setGraphic(Ui.row(14, fixed(e.number() + "", 44, "code small muted"), fixed((YEAR.format(e.when()).equals(YEAR.format(Instant.now())) ? DAY_AND_TIME : OTHER_YEAR).format(e.when()), 128, ""),
                    fixed(e.ticket(), 66, "code small"), words, Ui.gap(), fixed(e.head(), 96, "code small muted")));
        }

        private static Label fixed(String text, double width, String classes) {
            Label label = Ui.label(text, classes);
            label.setMinWidth(width);
            label.setMaxWidth(Region.USE_PREF_SIZE);
            return label;
        }
    }
}
