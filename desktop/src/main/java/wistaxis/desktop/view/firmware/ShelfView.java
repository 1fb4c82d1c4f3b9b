package wistaxis.desktop.view.firmware;

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
import wistaxis.core.firmware.Leftover;
import wistaxis.core.firmware.PackageReport.Verdict;
import wistaxis.core.firmware.PackageReport;
import wistaxis.core.ticket.Ticket;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.store.firmware.Shelf;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.FirmwareDesk;
import wistaxis.workbench.firmware.Downloads;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Change;

/** The packages on disk, found by what is in them; the downloads in their order; what was refused and why. */
public final class ShelfView implements View {
    private final Window shell;
    private final Workbench bench;
    private final Stock stock;
    private final Downloads downloads;
    private final VBox root = Ui.style(new VBox(), "page");
    private final VBox list = new VBox(6);
    private final TextField limit = Ui.field("line-limit", "none", 14);
    private String wrong = "";
    private String said = "";
    private long drawnMillis;

    public ShelfView(Window shell, Workbench bench) {
        this.shell = shell;
        this.bench = bench;
        this.stock = bench.stock();
        this.downloads = stock.downloads();
        limit.setPrefWidth(110);
        limit.setOnAction(_ -> takeLimit());
        list.setPadding(new Insets(0, 12, 0, 0));
        HBox head = Ui.row(10, Ui.label("The shelf", "large"), Ui.gap(), Ui.label("Limit of the line", "small muted"), limit,
                Ui.button("shelf-add", "Add packages", "", this::choose),
                Ui.button("import-builds", "Import builds", "quiet", this::importBuilds));
        root.getChildren().addAll(head, Ui.text("Drop packages here, or put them into " + stock.shelf().folder()
                + ". A package is known by what is in it; its name means nothing.", "small muted"), Ui.scroll(list));
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
        chooser.setTitle("Packages for the shelf");
        List<File> files = chooser.showOpenMultipleDialog(shell.scene().getWindow());
        if (files != null) {
            stock.proofs().bring(files.stream().map(File::toPath).toList());
        }
    }

    private void importBuilds() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("A catalogue of builds");
        File file = chooser.showOpenDialog(shell.scene().getWindow());
        if (file != null) {
            stock.builds().take(file.toPath()).whenComplete((builds, e) -> {
                said = e == null ? builds + " builds taken in from " + file.getName() + "." : said;
                wrong = e == null ? "" : "Nothing was taken in. " + e.getMessage();
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
        for (String trouble : List.of(stock.trouble(), stock.proofs().trouble(), wrong)) {
            if (!trouble.isEmpty()) {
                list.getChildren().add(Ui.notice("stop", trouble));
            }
        }
        if (!said.isEmpty()) {
            list.getChildren().add(Ui.notice("calm", said));
        }
        stock.proofs().refused().forEach((name, reason) -> list.getChildren().add(refused(name, reason)));
        downloads.fetches().stream().filter(s -> s.phase() != Fetch.Phase.WHOLE).forEach(s -> list.getChildren().add(download(s)));
        downloads.leftovers().forEach(l -> list.getChildren().add(leftover(l)));
        List<Shelf.Item> items = stock.shelf().items();
        items.forEach(i -> list.getChildren().add(item(i)));
        stock.proofs().busy().stream().filter(f -> !f.getParent().equals(stock.shelf().folder()))
                .forEach(f -> list.getChildren()
                .add(Ui.card(Ui.text("Taking in " + f.getFileName(), "strong"), bar(stock.proofs().proving(f).orElse(0.0)))));
        if (items.isEmpty() && downloads.fetches().isEmpty() && downloads.leftovers().isEmpty()) {
            list.getChildren().add(Ui.notice("calm", "The shelf is empty.",
                    "What is downloaded for a ticket comes here and serves every further ticket of the same model."));
        }
    }

    private Node refused(String name, String reason) {
        VBox notice = Ui.notice("stop", "[" + name + "] was not taken in.", reason);
        notice.getChildren().add(Ui.button("put-away", "Put away", "", () -> stock.proofs().putAway(name)));
        return notice;
    }

    private Node download(Fetch s) {
        Build b = s.build();
        String state = switch (s.phase()) {
            case RUNNING -> s.why().isEmpty() ? "coming" : "trying again: " + s.why();
            case WAITING -> "waits for its turn";
            case PAUSED -> "paused";
            case BROKEN -> "stopped: " + s.why();
            case WHOLE -> "whole";
        };
        String left = s.phase() != Fetch.Phase.RUNNING ? "" : downloads.meter(b.sha256()).secondsLeft(b.sizeBytes() - s.bytes())
                .map(r -> ", " + Ui.clock(r) + " left").orElse("");
        HBox row = Ui.row(12, Ui.column(0, Ui.label(b.version() + " for " + String.join(", ", b.identifiers()), "strong"),
                Ui.text(Units.inWords(s.bytes()) + " of " + Units.inWords(b.sizeBytes()) + ", " + state + left + ". For "
                + String.join(", ", s.tickets()) + ".", "small muted")), Ui.gap());
        row.getChildren().addAll(Ui.button("first-" + b.build(), "First", "quiet small", () -> downloads.first(b)),
                s.underWay() ? Ui.button("pause-" + b.build(), "Pause", "", () -> downloads.pause(b))
                : Ui.button("resume-" + b.build(), "Go on", "", () -> downloads.resume(b)));
        if (!s.underWay()) {
            row.getChildren().add(throwAway(b.sha256()));
        }
        return Ui.style(Ui.card(row, bar(s.bytes() / (double) b.sizeBytes())), "open");
    }

    /** What has come before the program ended: gone on with for those who want it, or thrown away. */
    private Node leftover(Leftover l) {
        List<Ticket> wanting = downloads.wanting(l.sha256());
        String title = wanting.isEmpty() ? l.file().getFileName().toString() : wanting.getFirst().build().version() + " for "
                + wanting.getFirst().identifier();
        String of = wanting.isEmpty() ? " of a package that no open ticket wants" : " of "
                + Units.inWords(wanting.getFirst().build().sizeBytes()) + ", left from before. For " + wanting.stream().map(Ticket::number)
                .collect(Collectors.joining(", "));
        HBox row = Ui.row(12, Ui.column(0, Ui.label(title, "strong"), Ui.text(Units.inWords(l.bytes()) + of + ".", "small muted")),
                Ui.gap());
        if (!wanting.isEmpty()) {
            row.getChildren().add(Ui.button("resume-" + wanting.getFirst().build().build(), "Go on", "", () -> goOn(wanting)));
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
        return Ui.button("throw-away-" + sha256.substring(0, 8), "Throw away", "quiet small", () -> downloads.throwAway(sha256));
    }

    private static ProgressBar bar(double done) {
        ProgressBar bar = new ProgressBar(done);
        bar.setMaxWidth(Double.MAX_VALUE);
        return bar;
    }

    private Node item(Shelf.Item i) {
        PackageReport judged = stock.judged(i);
        Path file = stock.shelf().file(i);
        Optional<Double> checking = stock.proofs().proving(file);
        String what = i.report().version().isEmpty() ? "no package" : i.report().version() + " (" + i.report().build() + ")";
        VBox about = Ui.column(0, Ui.label(what, "title"), Ui.text(i.name() + ", " + Units.inWords(i.bytes()), "small muted"));
        if (!i.report().products().isEmpty()) {
            about.getChildren().add(1, Ui.text(String.join(", ", i.report().products()), "code small"));
        }
        about.setMinWidth(300);
        about.setMaxWidth(300);
        VBox state = Ui.column(2, Ui.text(state(judged), judged.proven() ? "strong tide" : judged.sound() ? "strong" : "strong erases"));
        stock.builds().listed(i).ifPresent(b -> state.getChildren().add(Signing.label(b, bench.now())));
        if (judged.verdict() == Verdict.CONSISTENT) {
            state.getChildren().add(Ui.text(judged.reason(), "small"));
        } else if (judged.sound()) {
            List<Ticket> serves = stock.serves(i);
            state.getChildren().add(Ui.text(serves.isEmpty() ? "serves no open ticket"
                    : (judged.proven() ? "serves " : "once proven, serves ") + serves.stream().map(t -> t.number() + " " + t.title())
                    .collect(Collectors.joining(", ")), "small muted"));
        } else {
            state.getChildren().add(Ui.text(judged.reason(), "small"));
        }
        HBox.setHgrow(state, Priority.ALWAYS);
        HBox row = Ui.row(14, about, state);
        if (checking.isPresent()) {
            row.getChildren().add(Ui.button("stop-check", "Stop the check", "", () -> stock.proofs().stop(file)));
        } else {
            row.getChildren().addAll(Ui.button("check-" + i.name().replaceAll("[^A-Za-z0-9_-]", "-"), "Check whole", judged.proven()
                    ? "quiet small" : "", () -> stock.proofs().prove(file, _ -> { })),
                    Ui.button("remove-" + i.name().replaceAll("[^A-Za-z0-9_-]", "-"), "Remove", "quiet small", () -> stock.remove(i)));
        }
        VBox card = Ui.card(row);
        checking.ifPresent(done -> card.getChildren().add(bar(done)));
        return judged.sound() ? card : Ui.style(card, "gone");
    }

    private static String state(PackageReport r) {
        return switch (r.verdict()) {
            case PROVEN -> "\u2713 proven, " + r.proof() + ": " + r.parts() + " parts";
            case CONSISTENT -> "whole, but not proven: nobody vouches for it";
            case WELL_FORMED -> "not checked whole yet";
            case DAMAGED -> "\u2717 damaged";
            case REFUSED, NOT_FOR_THIS_DEVICE -> "\u2717 not to be trusted";
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
        return "shelf-add";
    }

    @Override
    public String next() {
        return stock.shelf().items().stream().anyMatch(i -> i.report().verdict() == Verdict.WELL_FORMED)
                ? "What was not checked whole is checked before a restore in any case." : "Every package here was looked at.";
    }
}
