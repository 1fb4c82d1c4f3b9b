package wistaxis.desktop.view.shell;

import java.io.File;
import java.nio.file.Path;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Units;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.Range;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Still;
import wistaxis.desktop.look.Theme;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.sound.Speaker;
import wistaxis.desktop.view.bench.BenchView;
import wistaxis.desktop.view.drill.DrillView;
import wistaxis.desktop.view.figures.FiguresView;
import wistaxis.desktop.view.firmware.ShelfView;
import wistaxis.desktop.view.ledger.CustomersView;
import wistaxis.desktop.view.ledger.LedgerView;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.paper.PaperView;
import wistaxis.desktop.view.settings.SettingsView;
import wistaxis.desktop.view.story.StoryView;
import wistaxis.store.files.LogFile;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.command.TakingBack;
import wistaxis.workbench.life.Change;

/** The window: head with clock, line and pace of time; the page; below it what comes next. */
public final class Shell implements Window, AutoCloseable {
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss", Locale.ROOT).withZone(ZoneId.systemDefault());

    private final Workbench bench;
    private final Speaker speaker;
    /** Gives a page the whole room, and scrolls one that needs more. */
    private final ScrollPane frame = new ScrollPane();
    private final BorderPane root = new BorderPane();
    private final Scene scene = new Scene(root, 1280, 800);
    private final Label clock = Ui.label("", "clock");
    private final Label line = Ui.label("", "small muted");
    private final Label next = Ui.label("", "");
    private final HBox pace = Ui.row(4);
    private final VBox alarms = new VBox();
    private long rangSecond;
    private final KeyGate gate;
    private final Scanner scanner;
    private final Set<String> failed = new HashSet<>();
    private String asked = "";
    private @Nullable View still;
    private boolean opening;
    private Function<String, Optional<Path>> chooser = this::choose;
    private final VBox unread = new VBox();
    private final Button dim;
    private final Button benchButton;
    private final Button ledgerButton;
    private final Button settingsButton;
    private final Button shelfButton;
    private final Button drillButton;
    private final Frames frames;
    /** Letters of what is named to be taken back. */
    private static final int LONGEST_BRIEF = 40;

    /** What the clock and the edges of the head take of its width. */
    private static final double HEAD_BESIDE = 142;

    private final Label name = Ui.label("", "bench-name");
    private final Button atWork;
    private final Label saving = Ui.label("", "small muted");
    private final Button takeBack = Ui.button("take-back", "", "chip", this::takeBack);
    private final Label usb = Ui.label("", "tag");
    private View view;
    private Look look = Look.USUAL;
    private boolean refreshing;
    private boolean again;

    public Shell(Workbench bench) {
        this(bench, new Speaker());
    }

    /** @param speaker closed with the window */
    public Shell(Workbench bench, Speaker speaker) {
        this(bench, speaker, false);
    }

    /** @param moves whether each frame counts, whatever is done; for whoever drives the time by frames */
    public Shell(Workbench bench, Speaker speaker, boolean moves) {
        this.bench = bench;
        this.speaker = speaker;
        this.dim = Ui.button("theme", "Dim", "quiet", this::otherTheme);
        this.benchButton = Ui.button("nav-bench", "Bench", "quiet", this::showBench);
        this.ledgerButton = Ui.button("nav-ledger", "Ledger", "quiet", this::showLedger);
        this.shelfButton = Ui.button("nav-shelf", "Shelf", "quiet", this::showShelf);
        this.drillButton = Ui.button("nav-drill", "Drill", "quiet", this::showDrill);
        this.settingsButton = Ui.button("nav-settings", "Settings", "quiet", this::showSettings);
        this.atWork = Ui.button("at-work", "", "chip chosen", bench.staff()::next);
        this.view = new BenchView(this, bench);
        root.setTop(new VBox(head(), unread, alarms));
        takeBack.setFocusTraversable(false);
        takeBack.setStyle("-fx-padding: 1 12 1 12;"); // the bar is as high without it
        takeBack.managedProperty().bind(takeBack.visibleProperty());
        takeBack.setVisible(false);
        root.setBottom(Ui.style(Ui.row(16, Ui.label("Next", "small muted"), next, Ui.gap(), saving, takeBack), "next-bar"));
        next.setId("next");
        look.apply(scene);
        Scanner[] heard = {null};
        this.gate = new KeyGate(scene, frame, () -> heard[0] != null && heard[0].isAgain(), this::isSaving);
        this.scanner = new Scanner(scene, this::scanned, this::say);
        heard[0] = scanner;
        scene.focusOwnerProperty().addListener((_, before, now) -> lost(before, now));
        accelerators();
        bench.changes().follow(this::changed);
        frame.setFitToWidth(true);
        frame.setFitToHeight(true);
        frame.setFocusTraversable(false);
        frame.getStyleClass().add("frame");
        root.setCenter(frame);
        show(view);
        frames = new Frames(this::frame, () -> moves || bench.keysRun() || bench.time().rate() > 1 || view.moves());
        frames.start();
        bench.changes().follow(_ -> frames.turn());
    }

    private Node head() {
        HBox marks = Ui.row(8, atWork, whole(line), whole(bench.world().simulated() ? Ui.label("simulated world", "tag simulated") : usb),
                pace,
                dim,
                Ui.button("text-smaller", "A-", "quiet", () -> scale(-0.1)),
                Ui.button("text-larger", "A+", "quiet", () -> scale(0.1)));
        FlowPane folds = Ui.flow(8, whole(name), benchButton, shelfButton, ledgerButton, drillButton,
                settingsButton,
                Ui.button("new-ticket", "New ticket", "", this::newTicket), marks);
        folds.prefWrapLengthProperty().bind(root.widthProperty().subtract(HEAD_BESIDE));
        clock.setId("clock");
        return Ui.style(Ui.row(8, folds, new Still(clock, "00:00:00")), "head");
    }

    /** A label that is never cut. */
    private static Label whole(Label label) {
        label.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
        return label;
    }

    private void accelerators() {
        accelerate(KeyCode.N, this::newTicket);
        accelerate(KeyCode.B, this::showBench);
        accelerate(KeyCode.L, this::showLedger);
        accelerate(KeyCode.K, this::showShelf);
        accelerate(KeyCode.D, this::showDrill);
        accelerate(KeyCode.G, this::showFigures);
        accelerate(KeyCode.F, this::showCustomers);
        scene.getAccelerators().put(new KeyCodeCombination(KeyCode.F2), bench.staff()::next);
        accelerate(KeyCode.Z, this::takeBack);
        scene.addEventHandler(KeyEvent.KEY_PRESSED, this::back);
        accelerate(KeyCode.COMMA, this::showSettings);
        accelerate(KeyCode.T, this::otherTheme);
        List.of(KeyCode.PLUS, KeyCode.EQUALS, KeyCode.ADD).forEach(key -> accelerate(key, () -> scale(0.1)));
        List.of(KeyCode.MINUS, KeyCode.SUBTRACT).forEach(key -> accelerate(key, () -> scale(-0.1)));
        scene.addEventFilter(KeyEvent.KEY_PRESSED, this::plus);
    }

    private void accelerate(KeyCode key, Runnable action) {
        scene.getAccelerators().put(new KeyCodeCombination(key, KeyCombination.SHORTCUT_DOWN), action);
    }

    /** Where plus is a shifted key, or on any key at all. */
    private void plus(KeyEvent e) {
        boolean shifted = e.isShortcutDown() && e.isShiftDown() && (e.getCode() == KeyCode.PLUS || e.getCode() == KeyCode.EQUALS);
        if (shifted || e.isShortcutDown() && !List.of(KeyCode.PLUS, KeyCode.EQUALS, KeyCode.ADD).contains(e.getCode())
                && "+".equals(e.getText())) {
            scale(0.1);
            e.consume();
        }
    }

    /** Backspace takes the last act back, where the page has no other use for it. */
    private void back(KeyEvent e) {
        if (e.getCode() == KeyCode.BACK_SPACE && !(scene.getFocusOwner() instanceof TextInputControl) && takeBack.isVisible()) {
            takeBack();
            e.consume();
        }
    }

    /** Takes back what was done last, at once. */
    private void takeBack() {
        Optional<TakingBack.Takeable> act = bench.taking().takeable();
        if (act.isEmpty()) {
            return;
        }
        bench.taking().takeBack().thenAccept(result -> result.then(t -> {
            offerTakingBack();
            if (t.isTakenBack() && view.number().equals(t.number())) {
                showBench();
            } else if (view.number().equals(t.number())) {
                showTicket(t.number());
            }
        }));
    }

    /** For a while after each act. */
    private void offerTakingBack() {
        Optional<TakingBack.Takeable> act = bench.taking().takeable();
        takeBack.setVisible(act.isPresent());
        act.ifPresent(a -> takeBack.setText("Take back (Backspace): " + brief(a) + ", " + (1 + a.left().toSeconds()) + " s"));
        saving.setText(isSaving() ? "Saving" : "");
    }

    private static String brief(TakingBack.Takeable act) {
        String words = act.events().stream().filter(e -> !(e instanceof TicketEvent.AtWork)).map(EventWords::of).findFirst().orElse("");
        int end = words.length() <= LONGEST_BRIEF ? words.length() : Math.max(words.lastIndexOf(' ', LONGEST_BRIEF), 1);
        return act.ticket() + " " + words.substring(0, end); // whole words
    }

    @Override
    public Scene scene() {
        return scene;
    }

    @Override
    public Speaker speaker() {
        return speaker;
    }

    @Override
    public void showBench() {
        show(new BenchView(this, bench));
    }

    @Override
    public void showCustomers() {
        show(new CustomersView(this, bench));
    }

    @Override
    public void showFigures() {
        show(new FiguresView(bench));
    }

    /** The papers of a ticket. */
    @Override
    public void showPapers(String number) {
        show(new PaperView(this, bench, number));
    }

    /** All that happened on a ticket, and what its time went into. */
    @Override
    public void showStory(String number) {
        show(new StoryView(this, bench, number));
    }

    public void showLedger() {
        show(new LedgerView(this, bench));
    }

    public void showShelf() {
        show(new ShelfView(this, bench));
    }

    public void showDrill() {
        show(new DrillView(this, bench));
    }

    public void showSettings() {
        show(new SettingsView(bench));
    }

    /** Reads the page anew after something that is no event. */
    @Override
    public void again() {
        refresh();
    }

    /** Opens a ticket at the stage where it stands. */
    @Override
    public void showTicket(String number) {
        showTicket(number, bench.ticket(number).stage());
    }

    /** Opens a ticket at one of its stages. */
    @Override
    public void showTicket(String number, Stage stage) {
        Ticket ticket = bench.ticket(number);
        Optional<View> page = bench.routes().oddities(ticket).stop() ? Optional.empty()
                : bench.guard().of(ticket, () -> new TicketView(this, bench, number, stage));
        show(page.orElseGet(() -> new OddView(bench, number)));
    }

    /** Something on a page failed: a ticket's gets the page of unreadable tickets, another stands still; said once for each cause. */
    private void failed(View on, Throwable e) {
        Optional<Ticket> ticket = on.number().isEmpty() || on instanceof OddView ? Optional.empty() : bench.tickets().find(on.number());
        if (ticket.isPresent()) {
            bench.guard().caught(ticket.get(), e);
            if (view == on) {
                Platform.runLater(() -> {
                    if (view == on) {
                        show(new OddView(bench, on.number()));
                    }
                });
                still = on;
            }
            return;
        }
        still = on;
        StackTraceElement[] at = e.getStackTrace();
        if (failed.add(on.getClass() + " " + e + (at.length == 0 ? "" : at[0]))) {
            LogFile.failed("on a page", e);
            alarm("This page failed and stands still (" + e + "). Open it again; all other pages go on.");
        }
    }

    /** Does something of a page. */
    private void guarded(View on, Runnable work) {
        try {
            work.run();
        } catch (RuntimeException | StackOverflowError e) {
            failed(on, e);
        }
    }

    /** Whether an act on the ticket that is shown is not on the disk yet. */
    public boolean isSaving() {
        return !view.number().isEmpty() && bench.commands().isGiven(view.number());
    }

    /**
     * What had the keyboard is gone: it goes to what is done next on the page, not to the head, where the next press would leave the page.
     */
    private void lost(@Nullable Node before, @Nullable Node now) {
        boolean gone = before != null && (before.getScene() != scene || before.isDisabled() || !before.isVisible());
        if (gone && (now == null || !isInPage(now)) && !refreshing) {
            Platform.runLater(this::home);
        }
    }

    private boolean isInPage(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n == frame) {
                return true;
            }
        }
        return false;
    }

    /** The keyboard goes to what is done next on the page, unless it is somewhere on it. */
    private void home() {
        Node owner = scene.getFocusOwner();
        if (owner != null && isInPage(owner) && owner != frame) {
            return;
        }
        root.applyCss();
        refocus(view.firstFocus());
        Node now = scene.getFocusOwner();
        if (now == null || !isInPage(now)) {
            first(view.node()).ifPresentOrElse(Node::requestFocus, frame::requestFocus);
        }
    }

    /** What of a page can have the keyboard first. */
    private static Optional<Node> first(Node node) {
        if (!node.isVisible() || node.isDisabled()) {
            return Optional.empty();
        }
        if (node.isFocusTraversable() && (node instanceof ButtonBase || node instanceof TextInputControl)) {
            return Optional.of(node);
        }
        return node instanceof Parent parent ? parent.getChildrenUnmodifiable().stream().flatMap(c -> first(c).stream()).findFirst()
                : Optional.empty();
    }

    public void newTicket() {
        if (opening) {
            return;
        }
        opening = true;
        String title = "Walk-in " + DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault()).format(bench.now());
        bench.open(title).thenAccept(result -> {
            opening = false;
            result.then(t -> showTicket(t.number()));
        });
    }

    private void show(View page) {
        guarded(view, view::leave);
        view = page;
        frame.setContent(page.node());
        frame.setVvalue(0);
        refresh();
        Platform.runLater(() -> {
            root.applyCss();
            root.layout();
            guarded(view, () -> refocus(view.firstFocus()));
            home();
        });
    }

    public void otherTheme() {
        look = look.other();
        dim.setText(look.theme() == Theme.DAY ? "Dim" : "Day");
        look.apply(scene);
        refresh();
    }

    private void scale(double by) {
        look = look.scaled(by);
        look.apply(scene);
    }

    /** Says that something went wrong, above the page, until it is put away. */
    @Override
    public void alarm(String text) {
        HBox row = Ui.row(12, Ui.column(2, Ui.text(text, "strong"),
                Ui.text("What failed, and where, is in the log: " + bench.log(), "small muted")), Ui.gap());
        VBox box = Ui.notice("stop");
        row.getChildren().add(Ui.button("alarm-away", "Put away", "", () -> alarms.getChildren().remove(box)));
        box.getChildren().add(row);
        alarms.getChildren().setAll(box);
    }

    /** Nothing is written to a ledger that is broken until somebody has read that. */
    private Node unread(String what) {
        VBox box = Ui.notice("stop", "The ledger is broken, and nothing is written to it until you have read this.", what,
                "What is there can be looked at. Keep a copy of the data folder first; the ledger's page and \"wistaxis ledger verify\" "
                + "say more.");
        box.getChildren().add(Ui.button("read-break", "I have read it: write that down, and go on", "", bench::readBreak));
        return box;
    }

    /** A clock that leapt is asked about first. */
    private Node doubted(String asks) {
        VBox box = Ui.notice("stop", asks, "Until that is said nobody is forgotten, no reminder rings, and nothing counts as late.",
                "If it is wrong: close Wistaxis, set the clock of this computer, and start again.");
        box.getChildren().add(Ui.button("clock-right", "The clock is right", "", bench::clockIsRight));
        return box;
    }

    /** What the bench has to say once. */
    private void notices() {
        List<String> said = bench.notices().take();
        if (!said.isEmpty()) {
            alarm(String.join("\n", said));
        }
    }

    /** Looks again where the page shows what has changed. */
    private void changed(Change change) {
        if (view.follows(change)) {
            refresh();
        } else {
            around();
        }
    }

    /** Reads everything anew; what changes while that goes on, such as the page itself, is read in a further round. */
    private void refresh() {
        again = true;
        if (refreshing) {
            return;
        }
        refreshing = true;
        try {
            while (again) {
                again = false;
                refreshOnce();
            }
        } finally {
            refreshing = false;
        }
    }

    private void refreshOnce() {
        around();
        Node owner = scene.getFocusOwner();
        boolean inPage = owner != null && isInPage(owner);
        String focus = focused();
        View on = view;
        guarded(on, () -> {
            on.refresh();
            if (on != view) {
                return; // it has led on to another page
            }
            still = null;
            next.setText(on.next());
            String wants = System.identityHashCode(on) + " " + on.wants();
            if (!wants.equals(asked)) {
                asked = wants;
                gate.changed();
            }
        });
        refocus(focus);
        if (inPage) {
            home();
        }
    }

    /** What stands around the page. */
    private void around() {
        List.of(benchButton, shelfButton, ledgerButton, drillButton, settingsButton).forEach(b -> b.getStyleClass().remove("here"));
        Optional.ofNullable(switch (view) {
            case BenchView _ -> benchButton;
            case ShelfView _ -> shelfButton;
            case LedgerView _, FiguresView _, CustomersView _ -> ledgerButton;
            case DrillView _ -> drillButton;
            case SettingsView _ -> settingsButton;
            default -> null;
        }).ifPresent(b -> b.getStyleClass().add("here"));
        if (bench.world().simulated()) {
            pace.getChildren().setAll(paceButton(1), paceButton(10), paceButton(60));
        } else {
            int there = bench.usb().devices().size();
            usb.setText(!bench.usb().watches() ? "USB: not looked at" : "USB: " + (there == 0 ? "no device" : there + (there == 1
                    ? " device" : " devices")));
        }
        atWork.setText(bench.staff().atWork().orElse(""));
        atWork.setVisible(!atWork.getText().isEmpty());
        atWork.setManaged(atWork.isVisible());
        atWork.setAccessibleText("At work: " + atWork.getText());
        Range rate = bench.stock().history().rate();
        name.setText(bench.benchName());
        line.setText(rate.measured() ? "Line " + Units.rateInWords(rate.mid()) : "Line: not measured yet");
        unread.getChildren().setAll(Stream.concat(bench.tickets().unread().map(this::unread).stream(), bench.doubt().says()
                .map(this::doubted).stream()).toList());
        notices();
    }

    private @Nullable String focused() {
        Node owner = scene.getFocusOwner();
        return owner == null ? null : owner.getId();
    }

    private void refocus(@Nullable String id) {
        if (id != null && !id.isEmpty() && scene.lookup("#" + id) instanceof Node same && scene.getFocusOwner() != same) {
            same.requestFocus();
        }
    }

    private Button paceButton(int rate) {
        Button button = Ui.button("pace-" + rate, "\u00d7" + rate, bench.time().rate() == rate ? "chip chosen" : "chip",
                () -> bench.setRate(rate));
        button.setDisable(rate > 1 && bench.keysRun());
        button.setAccessibleText("Simulated time " + rate + " times real time");
        return button;
    }

    /** A label of the shop's own was scanned: its ticket, closed or not, is opened from anywhere. */
    private void scanned(String number) {
        bench.tickets().look(number).whenComplete((_, e) -> {
            if (e == null) {
                showTicket(number);
            } else {
                say("Scanned: " + e.getMessage() + ". The label may be of another shop, or of the other world.");
            }
        });
    }

    /** Where a file is to be saved, as the technician chooses; empty where they think better of it. @param name what it is called first */
    @Override
    public Optional<Path> saveAs(String name) {
        return chooser.apply(name);
    }

    private Optional<Path> choose(String name) {
        FileChooser dialog = new FileChooser();
        dialog.setInitialFileName(name);
        return Optional.ofNullable(dialog.showSaveDialog(scene.getWindow())).map(File::toPath);
    }

    /** Another way to choose than the system's dialog. */
    public void chooseBy(Function<String, Optional<Path>> way) {
        chooser = way;
    }

    /** Something to be heard once, above the page. */
    private void say(String... lines) {
        VBox box = Ui.notice("calm", lines);
        box.setId("reminder");
        box.getChildren().add(Ui.button("reminder-away", "Heard", "", () -> alarms.getChildren().remove(box)));
        alarms.getChildren().add(box);
    }

    /** Whether what the page asks for now was not drawn yet, so that it takes no press. */
    public boolean isFresh() {
        return gate.isFresh();
    }

    /** Whether a key is held back that may be a scanner's. */
    public boolean isHolding() {
        return scanner.isHolding();
    }

    /** Once a second: what has come due is said above the page, and rings. */
    private void ring() {
        long second = bench.now().getEpochSecond();
        if (second == rangSecond) {
            return;
        }
        rangSecond = second;
        List<String> due = bench.reminders().rings();
        if (!due.isEmpty()) {
            speaker.ring();
            say(due.toArray(String[]::new));
        }
    }

    /** Each look at the bench; see {@link Frames}. Whatever throws is said once, and the next comes all the same. */
    private void tick() {
        bench.tick();
        clock.setText(CLOCK.format(bench.now()));
        offerTakingBack();
        ring();
        View on = view;
        if (still != on) {
            guarded(on, () -> {
                on.tick();
                next.setText(on.next());
            });
        }
    }

    private void frame() {
        try {
            tick();
        } catch (RuntimeException | StackOverflowError e) {
            StackTraceElement[] at = e.getStackTrace();
            if (failed.add(e + (at.length == 0 ? "" : " " + at[0]))) {
                LogFile.failed("in a frame", e);
                alarm("Something failed (" + e + "). It is said once; the bench goes on.");
            }
        }
    }

    @Override
    public void close() {
        frames.close();
        view.leave();
        speaker.close();
    }
}
