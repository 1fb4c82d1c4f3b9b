package wistaxis.desktop.view.ledger;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.geometry.VPos;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Latest;

/** Everything that happened, newest first, a page at a time; whether the chain holds; export. A row opens its ticket, however old. */
public final class LedgerView implements View {
    private static final int MOST_FINDINGS = 5;
    private static final int PAGE = 100;
    private static final String YEAR = "yyyy";
    private static final String OTHER_YEAR = "d MMM yyyy HH:mm";
    private static final String DAY_AND_TIME = "d MMM HH:mm:ss";

    private final Window shell;
    private final Workbench bench;
    private final VBox root = Ui.style(new VBox(), "page");
    private final Label chain = Ui.text("", "large");
    private final VBox findings = Ui.column(2);
    private final Label exported = Ui.text("", "muted");
    private final TextField filter = new TextField();
    private final Button verify = Ui.button("verify", t("desktop.ledger.verify"), "", this::verify);
    private final ObservableList<LedgerEntry> rows = FXCollections.observableArrayList();
    private final ListView<LedgerEntry> list = new ListView<>(rows);
    private final AtomicLong done = new AtomicLong();
    private @Nullable AtomicBoolean stop;
    private Instant begun = Instant.EPOCH;
    private final Latest latest = new Latest();
    private boolean more;
    private boolean fetching;

    public LedgerView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        chain.setId("chain");
        exported.setId("exported");
        exported.managedProperty().bind(exported.textProperty().isNotEmpty());
        filter.setId("ledger-filter");
        filter.setAccessibleText(t("desktop.ledger.hint"));
        filter.setPrefWidth(420);
        filter.textProperty().addListener(_ -> search());
        list.setId("ledger-list");
        list.setCellFactory(_ -> new Row());
        list.setPlaceholder(Ui.label(t("desktop.ledger.empty"), "muted"));
        list.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                openChosen();
            }
        });
        list.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                openChosen();
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        FlowPane tools = new FlowPane(10, 8, Ui.named(filter), verify, Ui.button("open-row", t("desktop.ledger.open"), "",
                this::openChosen),

                Ui.button("export-json", t("desktop.ledger.json"), "", () -> export(LedgerExport.JSON)),
                Ui.button("export-csv", t("desktop.ledger.csv"), "", () -> export(LedgerExport.CSV)));
        tools.setRowValignment(VPos.BOTTOM);
        root.getChildren().addAll(chain, tools, findings, exported, list);
        verify();
    }

    private void openChosen() {
        LedgerEntry row = list.getSelectionModel().getSelectedItem();
        if (row != null && !row.ofBench()) {
            bench.tickets().look(row.ticket()).whenComplete((t, e) -> {
                if (e == null) {
                    shell.showTicket(t.number());
                } else {
                    shell.alarm(t("desktop.ledger.cannot-open", "number", row.ticket(), "why", e.getMessage()));
                }
            });
        }
    }

    private void verify() {
        if (stop != null) {
            stop.set(true);
            return;
        }
        AtomicBoolean mine = new AtomicBoolean();
        stop = mine;
        begun = Instant.now();
        done.set(0);
        verify.setText(t("desktop.ledger.stop"));
        chain.setText(t("desktop.ledger.verifying"));
        bench.tickets().health().verify(n -> {
            done.set(n);
            return !mine.get();
        }).whenComplete((check, e) -> {
            stop = null;
            verify.setText(t("desktop.ledger.verify"));
            if (e != null) {
                verified(t("desktop.ledger.cannot-verify", "why", e.getMessage()), true, List.of());
            } else if (check == null) {
                verified(t("desktop.ledger.verify-stopped"), false, List.of());
            } else {
                verified(check.broken().map(b -> t("desktop.ledger.broken", "what", b)).orElse(t("desktop.ledger.verified", "n",
                        check.entries())),
                        check.broken().isPresent(), check.findings());
            }
        });
    }

    private void verified(String says, boolean broken, List<String> found) {
        chain.setText(says);
        chain.getStyleClass().removeAll("erases");
        if (broken) {
            chain.getStyleClass().add("erases");
        }
        findings.getChildren().setAll(found.stream().limit(MOST_FINDINGS).map(f -> Ui.text(f, "small erases")).toList());
        if (found.size() > MOST_FINDINGS) {
            findings.getChildren().add(Ui.text(t("desktop.ledger.more", "n", (found.size() - MOST_FINDINGS)), "small erases"));
        }
    }

    @Override
    public void tick() {
        long entries = bench.tickets().entries();
        double took = Duration.between(begun, Instant.now()).toMillis() / 1000.0;
        if (stop != null && took > 0.5 && done.get() > 0) {
            long left = Math.round(took * Math.max(0, entries - done.get()) / done.get());
            chain.setText(t("desktop.ledger.progress", "n", done.get(), "of", entries, "left", Ui.clock(Duration.ofSeconds(left))));
        }
    }

    private void export(LedgerExport format) {
        exported.setText("Writing...");
        bench.exports().ledger(format).thenAccept(exported::setText);
    }

    /** Asks for the first page of what is looked for. */
    private void search() {
        bench.tickets().search(filter.getText(), Long.MAX_VALUE, PAGE).thenAccept(latest.asks(found -> {
            rows.setAll(found);
            more = found.size() == PAGE;
            fetching = false;
        }));
    }

    /** Asks for what is older, as soon as the last row is looked at. */
    private void older() {
        if (more && !fetching) {
            fetching = true;
            bench.tickets().search(filter.getText(), rows.getLast().number(), PAGE).thenAccept(latest.more(found -> {
                rows.addAll(found);
                more = found.size() == PAGE;
                fetching = false;
            }));
        }
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return change.topic() == Change.Topic.TICKET;
    }

    @Override
    public void refresh() {
        search();
    }

    @Override
    public void leave() {
        if (stop != null) {
            stop.set(true);
        }
    }

    @Override
    public String manual() {
        return "ledger";
    }

    @Override
    public String next() {
        return t("desktop.ledger.next");
    }

    private final class Row extends ListCell<LedgerEntry> {
        @Override
        protected void updateItem(@Nullable LedgerEntry e, boolean empty) {
            super.updateItem(e, empty);
            setText(null);
            if (empty || e == null) {
                setGraphic(null);
                return;
            }
            if (getIndex() == rows.size() - 1) {
                older();
            }
            Label words = Ui.label(EventWords.of(e.event()), "");
            words.setWrapText(true);
            words.setMinWidth(120);
            HBox.setHgrow(words, Priority.ALWAYS);
            HBox row = Ui.row(14, Ui.wide(Ui.label(e.number() + "", "code small muted"), 4), Ui.wide(Ui.label(when(e), ""), 9.8),
                    Ui.wide(Ui.label(e.ticket(), "code small"), 5.2), words, Ui.gap(),
                    Ui.wide(Ui.label(e.head(), "code small muted"), 7.8));
            row.setMaxWidth(Region.USE_PREF_SIZE);
            row.prefWidthProperty().bind(list.widthProperty().subtract(36));
            setGraphic(row);
        }

        private static String when(LedgerEntry e) {
            boolean thisYear = Ui.date(YEAR, e.when()).equals(Ui.date(YEAR, Instant.now()));
            return Ui.date(thisYear ? DAY_AND_TIME : OTHER_YEAR, e.when());
        }


    }
}
