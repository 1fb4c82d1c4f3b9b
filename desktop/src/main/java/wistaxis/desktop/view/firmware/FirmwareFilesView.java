package wistaxis.desktop.view.firmware;

import static wistaxis.core.words.Say.t;

import java.io.File;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.firmware.Leftover;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.Range;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.FirmwareDesk;
import wistaxis.workbench.firmware.Downloads;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Change;

/** The firmware files on disk, found by what is in them; the downloads in their order; what was refused and why. */
public final class FirmwareFilesView implements View {
    private final Window shell;
    private final Workbench bench;
    private final Stock stock;
    private final Downloads downloads;
    private final VBox root = Ui.style(new VBox(), "page");
    private final VBox list = new VBox(6);
    private final TextField limit = Ui.field("line-limit", t("desktop.files.no-limit"), 14);
    private String wrong = "";
    private String said = "";
    private long drawnMillis;

    public FirmwareFilesView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.stock = bench.stock();
        this.downloads = stock.downloads();
        limit.setPrefWidth(110);
        limit.setOnAction(_ -> takeLimit());
        list.setPadding(new Insets(0, 12, 0, 0));
        HBox head = Ui.row(10, Ui.label(t("desktop.files.title"), "large"), Ui.gap(), Ui.labelFor(t("desktop.files.limit"), "small muted",
                limit),
                limit,
                Ui.button("firmware-add", t("desktop.files.add"), "", this::choose),
                Ui.button("import-builds", t("desktop.files.import"), "quiet", this::importBuilds));
        root.getChildren().addAll(head, Ui.text(t("desktop.files.drop", "folder", stock.firmwareFolder().folder()), "small muted"),
                Ui.scroll(list));
        root.setOnDragOver(this::over);
        root.setOnDragDropped(this::dropped);
    }

    private void over(DragEvent e) {
        if (e.getDragboard().hasFiles()) {
            e.acceptTransferModes(TransferMode.COPY);
        }
        e.consume();
    }

    private void dropped(DragEvent e) {
        if (e.getDragboard().hasFiles()) {
            stock.proofs().bring(e.getDragboard().getFiles().stream().map(File::toPath).toList());
            e.setDropCompleted(true);
        }
        e.consume();
    }

    private void choose() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(t("desktop.files.add"));
        List<File> files = chooser.showOpenMultipleDialog(shell.scene().getWindow());
        if (files != null) {
            stock.proofs().bring(files.stream().map(File::toPath).toList());
        }
    }

    private void importBuilds() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(t("desktop.files.import-title"));
        File file = chooser.showOpenDialog(shell.scene().getWindow());
        if (file != null) {
            stock.builds().take(file.toPath()).whenComplete((builds, e) -> {
                said = e == null ? t("desktop.files.imported", "n", builds, "file", file.getName()) : said;
                wrong = e == null ? "" : t("desktop.files.not-imported", "why", e.getMessage());
                refresh();
            });
        }
    }

    private void takeLimit() {
        try {
            downloads.limit(limit.getText().isBlank() ? 0 : Math.round(Units.bytesPerSecond(limit.getText())));
            wrong = "";
        } catch (BadInput e) {
            wrong = String.valueOf(e.getMessage());
        }
        refresh();
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return EnumSet.of(Change.Topic.STOCK, Change.Topic.TICKET).contains(change.topic());
    }

    @Override
    public void refresh() {
        list.getChildren().clear();
        for (String problem : List.of(stock.problem(), stock.proofs().problem(), wrong)) {
            if (!problem.isEmpty()) {
                list.getChildren().add(Ui.notice("stop", problem));
            }
        }
        if (!said.isEmpty()) {
            list.getChildren().add(Ui.notice("calm", said));
        }
        stock.proofs().refused().forEach((name, reason) -> list.getChildren().add(refused(name, reason)));
        downloads.fetches().stream().filter(s -> s.phase() != Fetch.Phase.WHOLE).forEach(s -> list.getChildren().add(download(s)));
        downloads.leftovers().forEach(l -> list.getChildren().add(leftover(l)));
        List<FirmwareFolder.Item> items = stock.firmwareFolder().items();
        items.forEach(i -> list.getChildren().add(item(i)));
        stock.proofs().busy().stream().filter(f -> !f.getParent().equals(stock.firmwareFolder().folder()))
                .forEach(f -> list.getChildren()
                .add(Ui.card(Ui.text(t("desktop.files.adding", "file", f.getFileName()), "strong"), bar(stock.proofs().proving(f)
                .orElse(0.0)))));
        if (items.isEmpty() && downloads.fetches().isEmpty() && downloads.leftovers().isEmpty()) {
            list.getChildren().add(Ui.notice("calm", t("desktop.files.empty"),
                    t("desktop.files.empty-how")));
        }
    }

    private Node refused(String name, String reason) {
        VBox notice = Ui.notice("stop", t("desktop.files.refused", "file", name), reason);
        notice.getChildren().add(Ui.button("put-away", t("desktop.alarm.dismiss"), "", () -> stock.proofs().putAway(name)));
        return notice;
    }

    private Node download(Fetch s) {
        Build b = s.build();
        String state = switch (s.phase()) {
            case RUNNING -> s.why().isEmpty() ? t("desktop.files.downloading") : t("desktop.files.retrying", "why", s.why());
            case WAITING -> t("desktop.files.queued");
            case PAUSED -> t("desktop.files.paused");
            case BROKEN -> t("desktop.files.stopped", "why", s.why());
            case WHOLE -> t("desktop.files.complete");
        };
        Optional<Range> left = s.phase() != Fetch.Phase.RUNNING ? Optional.empty() : downloads.meter(b.sha256())
                .secondsLeft(b.sizeBytes() - s.bytes());
        String row = t(left.isPresent() ? "desktop.files.row-left" : "desktop.files.row", "done", Units.inWords(s.bytes()), "size",
                Units.inWords(b.sizeBytes()), "state", state, "left", left.map(Ui::clock).orElse(""), "tickets", String.join(", ",
                s.tickets()));
        HBox line = Ui.row(12, Ui.column(0, Ui.label(t("desktop.files.build-for", "version", b.version(), "models", String.join(", ",
                b.identifiers())), "strong"),
                Ui.text(row, "small muted")), Ui.gap());
        line.getChildren().addAll(Ui.button("first-" + b.build(), t("desktop.files.first"), "quiet small", () -> downloads.first(b)),
                s.underWay() ? Ui.button("pause-" + b.build(), t("desktop.files.pause"), "", () -> downloads.pause(b))
                : Ui.button("resume-" + b.build(), t("desktop.files.resume"), "", () -> downloads.resume(b)));
        if (!s.underWay()) {
            line.getChildren().add(throwAway(b.sha256()));
        }
        return Ui.style(Ui.card(line, bar(s.bytes() / (double) b.sizeBytes())), "open");
    }

    /** What has come before the program ended: gone on with for those who want it, or thrown away. */
    private Node leftover(Leftover l) {
        List<Ticket> wanting = downloads.wanting(l.sha256());
        String title = wanting.isEmpty() ? l.file().getFileName().toString() : t("desktop.files.build-for", "version", wanting.getFirst()
                .build().version(), "models", wanting.getFirst().identifier());
        String of = wanting.isEmpty() ? t("desktop.files.leftover-unwanted", "done", Units.inWords(l.bytes())) : t("desktop.files.leftover",
                "done", Units.inWords(l.bytes()), "size", Units.inWords(wanting.getFirst().build().sizeBytes()), "tickets", wanting
                .stream().map(Ticket::number).collect(Collectors.joining(", ")));
        HBox row = Ui.row(12, Ui.column(0, Ui.label(title, "strong"), Ui.text(of, "small muted")),
                Ui.gap());
        if (!wanting.isEmpty()) {
            row.getChildren().add(Ui.button("resume-" + wanting.getFirst().build().build(), t("desktop.files.resume"), "",
                    () -> goOn(wanting)));
        }
        row.getChildren().add(throwAway(l.sha256()));
        VBox card = Ui.card(row);
        if (!wanting.isEmpty()) {
            card.getChildren().add(bar(l.bytes() / (double) wanting.getFirst().build().sizeBytes()));
        }
        return card;
    }

    /** A build that the catalogue does not know any more is asked for on the ticket's page. */
    private void goOn(List<Ticket> wanting) {
        for (Ticket t : wanting) {
            FirmwareDesk desk = bench.desk(t.number()).firmware();
            if (desk.chosen().isEmpty()) {
                shell.showTicket(t.number());
                return;
            }
            desk.startDownload();
        }
    }

    private Button throwAway(String sha256) {
        return Ui.button("throw-away-" + sha256.substring(0, 8), t("desktop.files.delete-part"), "quiet small",
                () -> downloads.throwAway(sha256));
    }

    private static ProgressBar bar(double done) {
        ProgressBar bar = new ProgressBar(done);
        bar.setMaxWidth(Double.MAX_VALUE);
        return bar;
    }

    private Node item(FirmwareFolder.Item i) {
        FirmwareReport judged = stock.judged(i);
        Path file = stock.firmwareFolder().file(i);
        Optional<Double> checking = stock.proofs().proving(file);
        String what = i.report().version().isEmpty() ? t("desktop.files.not-firmware") : i.report().version() + " (" + i.report().build()
                + ")";
        VBox about = Ui.column(0, Ui.label(what, "title"), Ui.text(i.name() + ", " + Units.inWords(i.bytes()), "small muted"));
        if (!i.report().products().isEmpty()) {
            about.getChildren().add(1, Ui.text(String.join(", ", i.report().products()), "code small"));
        }
        about.setMinWidth(300);
        about.setMaxWidth(300);
        VBox state = Ui.column(2, Ui.text(state(judged), judged.verified() ? "strong tide" : judged.sound() ? "strong" : "strong erases"));
        stock.builds().listed(i).ifPresent(b -> state.getChildren().add(Signing.label(b, bench.now())));
        if (judged.verdict() == Verdict.CONSISTENT) {
            state.getChildren().add(Ui.text(judged.reason(), "small"));
        } else if (judged.sound()) {
            List<Ticket> serves = stock.serves(i);
            state.getChildren().add(Ui.text(serves.isEmpty() ? t("desktop.files.serves-none")
                    : t(judged.verified() ? "desktop.files.serves" : "desktop.files.would-serve", "tickets", serves.stream()
                    .map(s -> s.number() + " "
                    + s.title()).collect(Collectors.joining(", "))), "small muted"));
        } else {
            state.getChildren().add(Ui.text(judged.reason(), "small"));
        }
        HBox.setHgrow(state, Priority.ALWAYS);
        HBox row = Ui.row(14, about, state);
        if (checking.isPresent()) {
            row.getChildren().add(Ui.button("stop-check", t("desktop.firmware.stop-check"), "", () -> stock.proofs().stop(file)));
        } else {
            row.getChildren().addAll(Ui.button("check-" + i.name().replaceAll("[^A-Za-z0-9_-]", "-"), t("desktop.files.check-whole"),
                    judged.verified()
                    ? "quiet small" : "", () -> stock.proofs().prove(file, _ -> { })),
                    Ui.button("remove-" + i.name().replaceAll("[^A-Za-z0-9_-]", "-"), t("desktop.files.remove"), "quiet small",
                    () -> stock.remove(i)));
        }
        VBox card = Ui.card(row);
        checking.ifPresent(done -> card.getChildren().add(bar(done)));
        return judged.sound() ? card : Ui.style(card, "gone");
    }

    private static String state(FirmwareReport r) {
        return switch (r.verdict()) {
            case PROVEN -> t("desktop.files.state.verified", "how", r.proof(), "parts", r.parts());
            case CONSISTENT -> t("desktop.files.state.whole");
            case WELL_FORMED -> t("desktop.files.state.unchecked");
            case DAMAGED -> t("desktop.files.state.damaged");
            case REFUSED, NOT_FOR_THIS_DEVICE -> t("desktop.files.state.untrusted");
        };
    }

    @Override
    public void tick() {
        long now = System.currentTimeMillis();
        boolean moves = !stock.proofs().busy().isEmpty() || downloads.fetches().stream().anyMatch(s -> s.phase() == Fetch.Phase.RUNNING);
        if (moves && now - drawnMillis > 400) {
            drawnMillis = now;
            shell.again();
        }
    }

    @Override
    public String firstFocus() {
        return "firmware-add";
    }

    @Override
    public String manual() {
        return "files";
    }

    @Override
    public String next() {
        return stock.firmwareFolder().items().stream().anyMatch(i -> i.report().verdict() == Verdict.WELL_FORMED)
                ? t("desktop.files.next-unchecked") : t("desktop.files.next-all");
    }
}
