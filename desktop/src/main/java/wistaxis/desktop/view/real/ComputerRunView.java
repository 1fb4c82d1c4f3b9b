package wistaxis.desktop.view.real;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.DataFormat;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.restore.ClosingWords;
import wistaxis.core.restore.ComputerProblems;
import wistaxis.core.restore.ComputerRun;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;
import wistaxis.desktop.look.Columns;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.page.TicketPage;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.restore.BeforeRun;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.desk.ComputerDesk;
import wistaxis.workbench.life.Change;

/**
 * The restore that the restore program does: what to tap next, the time left, the recovery timeout, and what to do when something is wrong.
 */
public final class ComputerRunView implements View {
    /** From this phase on a computer says its closing words. */
    private static final int CLOSING = ComputerStage.byId("verify").orElseThrow().phase();

    private final Window shell;
    private final Workbench bench;
    private final String number;
    private final ComputerDesk computer;
    private final BeforeRun before;
    private final BorderPane root = new BorderPane();
    private final Label left = Ui.label("", "counter");
    private final Label leftWords = Ui.text("", "title");
    private final VBox late = new VBox();
    private final VBox notices = new VBox(8);
    private final VBox middle = new VBox(12);
    private final VBox stages = new VBox(0);
    private final FlowPane buttons = Ui.flow(8);
    private final VBox problem = new VBox(8);
    private final UsbPane usb;
    private Optional<ComputerRun> run = Optional.empty();
    private long drawnSecond;
    private final Label window = Ui.label("", "big-clock hands");
    private final Label windowWords = Ui.text("", "");
    private final TextField minutes = Ui.field("computer-minutes", t("desktop.run.minutes"), 4);
    private final TextField version = Ui.field("computer-version", t("desktop.run.version"), 40);
    private final TextField offered = Ui.field("computer-offers", t("desktop.run.offered-version"), 20);
    private final TextField words = Ui.field("computer-words", t("desktop.run.words"), 500);

    public ComputerRunView(Window shell, Workbench bench, String number) {
        this.shell = shell;
        this.bench = bench;
        this.number = number;
        this.computer = bench.desk(number).computer();
        this.before = new BeforeRun(shell, bench, number);
        this.usb = new UsbPane(bench, number);
        left.setId("computer-left");
        left.setMinWidth(Region.USE_PREF_SIZE);
        late.managedProperty().bind(Bindings.isNotEmpty(late.getChildren()));
        notices.managedProperty().bind(Bindings.isNotEmpty(notices.getChildren()));
        window.setId("mode-window");
        window.setMinWidth(Region.USE_PREF_SIZE);
        minutes.setPrefColumnCount(5);
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        version.setPrefColumnCount(12);
        HBox.setHgrow(words, Priority.ALWAYS);
        Ui.style(middle, "page");
        VBox side = new VBox(16, usb, Ui.row(10, window, windowWords), problem);
        side.setStyle("-fx-padding: 18 18 10 0;");
        root.setCenter(new Columns(middle, 600, side, 330));
    }

    private Ticket ticket() {
        return bench.ticket(number);
    }

    @Override
    public Parent node() {
        return root;
    }

    @Override
    public boolean follows(Change change) {
        return TicketPage.follows(change, number);
    }

    @Override
    public void refresh() {
        drawnSecond = Long.MIN_VALUE;
        buttons.getChildren().clear();
        notices.getChildren().clear();
        HBox head = Ui.row(18, left, leftWords);
        if (computer.run().filter(r -> r.current().fetch()).isPresent()) {
            HBox told = Ui.row(8, Ui.named(minutes), Ui.button("computer-minutes-say", t("desktop.run.save-minutes"), "",
                    this::minutesTold));
            told.setAlignment(Pos.BOTTOM_LEFT);
            told.setMaxHeight(Region.USE_PREF_SIZE);
            head.getChildren().addAll(Ui.gap(), told);
        }
        middle.getChildren().setAll(head, late, notices, buttons);
        tick();
        if (run.isPresent()) {
            running(run.get());
        } else {
            atRest();
        }
        usb.refresh();
        problem();
    }

    private void give(Command command) {
        bench.commands().give(number, command);
    }

    private void running(ComputerRun run) {
        Optional<ComputerStage> next = run.next();
        if (next.isPresent()) {
            buttons.getChildren().add(Ui.button("computer-next", t("desktop.run.shows", "stage", next.get().title()), out(run) ? "big"
                    : "primary big",
                    computer::next));
        } else {
            buttons.getChildren().addAll(Ui.named(version), Ui.button("computer-written", t("desktop.run.finished"), "primary big",
                    () -> give(new Command.Written(version.getText()))));
        }
        if (run.asksSigning()) {
            buttons.getChildren().add(Ui.button("computer-not-signed", t("desktop.run.not-signed"), "",
                    () -> give(new Command.NotSigned(words.getText()))));
        }
        buttons.getChildren().add(Ui.button("computer-stopped", t("desktop.run.stopped"), "", () -> give(new Command.StopRestore())));
        computer.dropOut().filter(d -> !d.out()).ifPresent(d -> notices.getChildren().add(Ui.notice("", d.says())));
        if (out(run)) {
            notices.getChildren().add(Ui.notice("stop", t("desktop.run.dropped"),
                    t("desktop.run.dropped-how")));
            buttons.getChildren().addFirst(Ui.button("back-to-keys", t("desktop.run.same-buttons"), "primary big",
                    () -> shell.showTicket(number,
                    Stage.KEYS)));
        } else if (!run.needsMode()) {
            notices.getChildren().add(Ui.notice("stop", t("desktop.run.leave"), t("desktop.run.works")));
        }
        stages(run);
        middle.getChildren().add(stages);
        if (run.current().phase() >= CLOSING) {
            VBox card = Ui.card(Ui.label(t("desktop.run.closing"), "strong"));
            ClosingWords.all().forEach(w -> card.getChildren().add(Ui.column(1, Ui.text(w.title(), "strong"), Ui.text(w.means(),
                    "small"))));
            middle.getChildren().add(card);
        }
    }

    /** Whether the device has left the mode that it still has to be in. */
    private boolean out(ComputerRun run) {
        return ticket().mode() == null && run.needsMode();
    }

    private void minutesTold() {
        give(Command.ofShown(minutes.getText()));
        minutes.clear();
    }

    private void stages(ComputerRun run) {
        stages.getChildren().clear();
        for (int i = 0; i < run.parts().size(); i++) {
            ComputerRun.Part part = run.parts().get(i);
            ComputerStage s = part.stage();
            Button tap = Ui.button("computer-stage-" + s.id(), s.title(), i == run.at() ? "stage-tap now" : run.isPast(part)
                    ? "stage-tap past"
                    : "stage-tap", () -> give(new Command.ReachStage(s.id(), null)));
            tap.setStyle("-fx-pref-width: 17em;");
            tap.setMinWidth(Region.USE_PREF_SIZE);
            tap.setWrapText(true);
            tap.setMinHeight(Region.USE_PREF_SIZE);
            tap.setFocusTraversable(false);
            Label state = Ui.label(i == run.at() ? t("desktop.stage.now") : run.isPast(part) ? t("desktop.stage.done") : "",
                    "small strong");
            Label usual = Ui.label(usual(run, part), "small muted");
            usual.setMinWidth(Region.USE_PREF_SIZE);
            stages.getChildren().add(Ui.style(Ui.row(12, Ui.wide(state, 4.5), tap, Ui.text(s.says(), "small muted"), Ui.gap(), usual),
                    i == run.at() ? "stage-row now" : "stage-row"));
        }
    }

    private static String usual(ComputerRun run, ComputerRun.Part part) {
        boolean told = part.stage().fetch() && run.left() != null;
        return told ? t("desktop.run.computer-tells") : !part.shown() ? t("desktop.run.not-shown") : part.high() <= 0
                ? t("desktop.run.computer-tells") : t(part.own()
                ? "desktop.run.usual-here" : "desktop.run.usual", "low",
                Math.round(part.low() / 6) / 10.0, "high", Math.round(part.high() / 6) / 10.0);
    }

    private void atRest() {
        Ticket t = ticket();
        if (t.restored() != null) {
            notices.getChildren().add(Ui.notice("calm", t(t.keepsData() ? "desktop.run.updated" : "desktop.run.restored", "version",
                    t.restored()),
                    t("desktop.run.asked-later")));
            return;
        }
        before.say(notices, buttons);
        middle.getChildren().addAll(how(t), Ui.notice("", t(t.keepsData() ? "core.newest.update" : "core.newest.restore")));
        if (t.observed().computerFetches()) {
            middle.getChildren().add(offer(t));
        }
        Button start = Ui.button("restore-start", t.keepsData() ? t("desktop.run.told-update")
                : t("desktop.run.told-restore"), t.keepsData() ? "primary" : "danger", computer::start);
        start.setDisable(computer.mayNot().isPresent());
        buttons.getChildren().add(start);
    }

    /** The version that the computer names is compared before anybody agrees. */
    private VBox offer(Ticket t) {
        Rules rules = bench.routes().rules(t);
        VBox card = Ui.card(Ui.text(rules.expectedVersion().map(v -> t("desktop.run.should-offer", "version", v))
                .orElse(t("desktop.run.what-offers")), "strong"));
        computer.written().ifPresent(w -> card.getChildren().add(Ui.text(t("desktop.firmware.written-here", "version", w.version(), "day",
                Ui.date("d MMM yyyy", w.at())), "small muted")));
        Optional.ofNullable(t.observed().offered()).ifPresent(o -> card.getChildren().add(Ui.text(t("desktop.run.offers", "version",
                o.version()), "")));
        rules.otherOffer().ifPresent(why -> card.getChildren().addAll(Ui.notice("stop", why), Ui.button("offer-take",
                t("desktop.run.take-offer"), "", () -> give(new Command.NoteOffer(t.observed().offered().version(), true)))));
        card.getChildren().add(Ui.row(8, Ui.named(offered), Ui.button("offer-save", t("desktop.run.save-offer"), "",
                () -> give(new Command.NoteOffer(offered.getText(), false)))));
        return card;
    }

    /** What to do in the restore program. */
    private VBox how(Ticket t) {
        if (t.observed().computerFetches()) {
            return Ui.notice("calm", t("desktop.run.computer-downloads"), t.keepsData()
                    ? t("desktop.run.how-update")
                    : t("desktop.run.how-restore"), t("desktop.run.already"));
        }
        Optional<String> changed = bench.stock().notAsVerified(t);
        if (changed.isPresent()) {
            return Ui.notice("stop", changed.get());
        }
        String path = path(String.valueOf(t.firmwareFile()));
        VBox box = Ui.notice("calm", t("desktop.run.give-file"), t(t.keepsData() ? "desktop.run.file-update" : "desktop.run.file-restore"),
                path);
        box.getChildren().add(Ui.row(8, Ui.button("copy-path", t("desktop.run.copy-path"), "", () -> Clipboard.getSystemClipboard()
                .setContent(Map.of(DataFormat.PLAIN_TEXT, path))), Ui.button("show-folder", t("desktop.run.show-folder"), "",
                () -> shell.showFolder(Path.of(path).getParent()))));
        return box;
    }

    /** The whole path, to be copied into the computer's own choice of files. */
    private String path(String kept) {
        return String.valueOf(bench.found(kept).toAbsolutePath());
    }

    private void problem() {
        problem.getChildren().clear();
        if (ticket().closed() != null || ticket().restored() != null) {
            return;
        }
        Optional<Observed.Problem> now = ticket().observed().problem();
        if (now.isEmpty()) {
            problem.getChildren().addAll(Ui.label(t("desktop.run.problem"), "strong"), Ui.named(words));
            FlowPane kinds = Ui.chips(320);
            ComputerProblems.all().forEach(t -> kinds.getChildren().add(Ui.button("problem-" + t.id(), t.title(), "chip", () -> {
                give(new Command.NoteProblem(t.id(), words.getText()));
                words.clear();
            })));
            problem.getChildren().add(kinds);
            return;
        }
        route(now.get());
    }

    private void route(Observed.Problem now) {
        ComputerProblems.Problem kind = ComputerProblems.of(now.kind()).orElseThrow();
        Map<String, ComputerProblems.Tried> before = computer.before();
        VBox card = Ui.card(Ui.label(kind.title(), "title"), Ui.text(now.words().isEmpty() ? kind.means() : t("desktop.run.says", "words",
                now.words()), ""));
        if (kind.id().equals("error") || kind.id().equals("stuck")) {
            card.getChildren().add(Ui.text(ComputerProblems.source(ticket().restoreStage()), "small strong"));
        }
        if (!before.isEmpty()) {
            card.getChildren().add(Ui.text(t("desktop.run.notebook", "what", List.copyOf(before.entrySet()).stream().limit(2)
                    .map(e -> saying(kind, e.getKey()) + " " + e.getValue().says()).reduce((a, b) -> a + " " + b).orElse("")),
                    "small strong"));
        }
        boolean next = true;
        boolean seldom = false;
        for (ComputerProblems.Try t : kind.tries()) {
            if (t.isSeldom() && !seldom) {
                seldom = true;
                card.getChildren().add(Ui.text(t("desktop.run.seldom"), "small strong"));
            }
            Optional<Observed.Try> made = now.of(t.id());
            VBox row = Ui.column(4, Ui.text((made.isPresent() ? "\u2717 " : "") + t.says(), made.isPresent() ? "small muted"
                    : next ? "strong" : "small"));
            Optional.ofNullable(before.get(t.id())).ifPresent(b -> row.getChildren().add(Ui.text(b.says(), "small muted")));
            if (made.isEmpty()) {
                row.getChildren().add(Ui.row(6, Ui.button("try-" + t.id() + "-helped", t("desktop.run.helped"), "chip",
                        () -> give(new Command.NoteTry(t.id(), true))),
                        Ui.button("try-" + t.id() + "-not", t("desktop.run.did-not"), "chip", () -> give(new Command.NoteTry(t.id(),
                        false)))));
                next = false;
            }
            card.getChildren().add(row);
        }
        problem.getChildren().add(card);
    }

    private static String saying(ComputerProblems.Problem kind, String step) {
        return kind.tries().stream().filter(t -> t.id().equals(step)).findFirst().map(t -> t.says().toString()).orElse(step);
    }

    /** Once a second: nothing here is finer. */
    @Override
    public void tick() {
        long second = bench.now().getEpochSecond();
        if (second == drawnSecond) {
            return;
        }
        drawnSecond = second;
        run = computer.run();
        late.getChildren().clear();
        if (run.isEmpty()) {
            left.setText(ticket().restored() != null ? t("desktop.run.done") : "");
            leftWords.setText(ticket().restored() != null ? "" : t("desktop.run.done-there"));
        } else if (run.get().isOpen()) {
            left.setText("?");
            leftWords.setText(t("desktop.run.type-minutes"));
        } else {
            left.setText(range(run.get().atLeast(), run.get().atMost()));
            leftWords.setText(t(run.get().left() == null && run.get().current().fetch() ? "desktop.run.min-estimated"
                    : "desktop.run.min-left",
                    "stage", run.get().current().title()));
            run.get().late().ifPresent(w -> late.getChildren().add(Ui.notice(run.get().isStuck() ? "stop" : "", w)));
        }
        Optional<Duration> stays = bench.routes().recoveryTimeoutLeft(ticket());
        boolean counts = stays.isPresent() && run.map(ComputerRun::needsMode).orElse(true);
        window.setText(counts ? Ui.clock(stays.get().isNegative() ? Duration.ZERO : stays.get()) : "");
        windowWords.setText(counts ? t("desktop.run.timeout-left") : "");
    }

    private static String range(Duration low, Duration high) {
        long least = low.toMinutes();
        long most = (high.toSeconds() + 59) / 60;
        return least == most ? String.valueOf(most) : least + "–" + most;
    }

    @Override
    public String firstFocus() {
        return run.isPresent() ? "computer-next" : "restore-start";
    }

    @Override
    public String wants() {
        return run.map(r -> r.current().id()).orElse(String.valueOf(ticket().restored()));
    }

    @Override
    public String manual() {
        return "restore";
    }

    @Override
    public String next() {
        if (ticket().restored() != null) {
            return t("desktop.run.next-handover");
        }
        return run.map(r -> out(r) ? t("desktop.run.next-mode")
                : r.next().map(n -> t("desktop.run.next-tap", "stage", n.title())).orElse(t("desktop.run.next-greeting")))
                .orElse(t("desktop.run.next-start"));
    }
}
