package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.io.File;
import java.nio.file.Path;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Word;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.print.SystemPrinters;
import wistaxis.desktop.sound.Speaker;
import wistaxis.desktop.view.bench.BenchView;
import wistaxis.desktop.view.document.DocumentView;
import wistaxis.desktop.view.drill.DrillView;
import wistaxis.desktop.view.figures.FiguresView;
import wistaxis.desktop.view.firmware.FirmwareFilesView;
import wistaxis.desktop.view.ledger.CustomersView;
import wistaxis.desktop.view.ledger.LedgerView;
import wistaxis.desktop.view.ledger.TwoSidesView;
import wistaxis.desktop.view.lot.LotView;
import wistaxis.desktop.view.first.FirstDayView;
import wistaxis.desktop.view.first.TroubleView;
import wistaxis.desktop.view.first.WhatsNewView;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.desktop.view.page.View;
import wistaxis.desktop.view.page.Window;
import wistaxis.desktop.view.settings.SettingsView;
import wistaxis.desktop.view.timeline.TimelineView;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.document.DocumentMaker;
import wistaxis.workbench.life.Change;

/** The window: head with clock, line and pace of time; the page; below it what comes next. */
public final class Shell implements Window, AutoCloseable {
    private final Workbench bench;
    private final Speaker speaker;
    /** Gives a page the whole room, and scrolls one that needs more. */
    private final ScrollPane frame = new ScrollPane();
    private final BorderPane root = new BorderPane();
    private final Scene scene = new Scene(root, 1280, 800);
    private final KeyGate gate;
    private final Scanner scanner;
    private String asked = "";
    private boolean opening;
    private Function<String, Optional<Path>> chooser = this::choose;
    private Function<String, Optional<Path>> reader = this::chooseToRead;
    private Printers printers = new SystemPrinters();
    private Consumer<Path> opener = folder -> alarm(t("desktop.folder.not-opened", "folder", folder));
    private Runnable leader = () -> { };
    private @Nullable Led led;
    private Head head;
    private final Alarms alarms;
    private final Footer footer;
    private final HelpPane help = new HelpPane(this::closeHelp);
    private final Focus focus;
    private final Frames frames;
    private final Faults faults;
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
        this.view = new BenchView(this, bench);
        this.head = new Head(bench, this, root.widthProperty());
        this.alarms = new Alarms(bench, speaker, this::showTicket);
        this.footer = new Footer(bench, this);
        this.faults = new Faults(bench, alarms::alarm, this::unreadable);
        head.time(bench.now()); // the first look comes with the next second
        speaker.speak(Say.language().tag());
        Word.find(Speaker.Says.class, String.valueOf(bench.routes().settings().cues())).ifPresent(speaker::says);
        root.setTop(new VBox(head, alarms));
        root.setBottom(footer);
        look.apply(scene);
        Scanner[] heard = {null};
        this.gate = new KeyGate(scene, frame, () -> heard[0] != null && heard[0].isAgain(), this::isSaving);
        this.scanner = new Scanner(scene, this::scanned, alarms::say);
        heard[0] = scanner;
        this.focus = new Focus(scene, frame, () -> view, () -> refreshing);
        new Shortcuts(this, bench, footer);
        bench.changes().follow(this::changed);
        Ui.uncached(frame);
        frame.setFitToWidth(true);
        frame.setFitToHeight(true);
        frame.setFocusTraversable(false);
        frame.getStyleClass().add("frame");
        StackPane.setAlignment(help, Pos.TOP_RIGHT);
        root.setCenter(new StackPane(frame, help));
        show(view);
        frames = new Frames(() -> faults.framed(this::tick), () -> moves || bench.buttonsRun() || bench.time().rate() > 1 || view.moves());
        frames.start();
        bench.changes().follow(_ -> frames.turn());
    }

    /** The ticket that is shown; empty where none is. */
    String at() {
        return view.number();
    }

    @Override
    public void alarm(String text) {
        alarms.alarm(text);
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
    public Printers printers() {
        return printers;
    }

    /** Other printers than the system's. */
    public void printBy(Printers way) {
        printers = way;
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

    /** The documents of a ticket. */
    @Override
    public void showDocuments(String number) {
        showDocuments(number, DocumentMaker.Kind.RECEIPT);
    }

    @Override
    public void showDocuments(String number, DocumentMaker.Kind kind) {
        show(new DocumentView(this, bench, number, kind));
    }

    @Override
    public void showLot(String lot) {
        show(new LotView(this, bench, lot));
    }

    /** All that happened on a ticket, and what its time went into. */
    @Override
    public void showTimeline(String number) {
        show(new TimelineView(this, bench, number));
    }

    public void showLedger() {
        show(new LedgerView(this, bench));
    }

    void showTwoSides() {
        show(new TwoSidesView(this, bench));
    }

    public void showFirmwareFiles() {
        show(new FirmwareFilesView(this, bench));
    }

    public void showDrill() {
        show(new DrillView(this, bench));
    }

    @Override
    public void showSettings() {
        show(new SettingsView(this, bench));
    }

    @Override
    public void showFirstDay(FirstDay step) {
        show(new FirstDayView(this, bench, step));
    }

    @Override
    public void showWhatsNew() {
        show(new WhatsNewView(this));
    }

    @Override
    public void showTroubleReport() {
        show(new TroubleView(this, bench));
    }

    /** @param way how a first ticket is led through, in a practice of its own */
    public void leadBy(Runnable way) {
        leader = way;
    }

    /** Leads through a first ticket, a hint at a time. @param end what happens when somebody has had enough */
    public void lead(Runnable end) {
        Led hints = new Led(bench, end);
        led = hints;
        ((VBox) root.getTop()).getChildren().add(hints);
    }

    @Override
    public void showLedTicket() {
        leader.run();
    }

    /** Opens the manual's part for the page, or the list of keys. */
    void help(HelpPane.Part part) {
        help.show(view.node(), view.manual(), part);
    }

    /** @return whether the help was open */
    boolean closeHelp() {
        boolean open = help.isOpen();
        help.hide();
        if (open) {
            focus.home();
        }
        return open;
    }

    /** @param way how a folder is opened in the system's own program for files */
    public void openFoldersBy(Consumer<Path> way) {
        opener = way;
    }

    @Override
    public void showFolder(Path folder) {
        opener.accept(folder);
    }

    /** Speaks another language from now on, on every page, and says so to the settings. */
    @Override
    public void speak(Language language) {
        Say.use(language);
        speaker.speak(language.tag());
        bench.routes().language(language.tag());
        head = new Head(bench, this, root.widthProperty());
        head.time(bench.now());
        ((VBox) root.getTop()).getChildren().set(0, head);
        footer.words();
        if (view instanceof FirstDayView) {
            showFirstDay(FirstDay.LANGUAGE);
        } else {
            showSettings();
        }
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
        Optional<View> page = bench.routes().unreadables(ticket).stop() ? Optional.empty()
                : bench.guard().of(ticket, () -> new TicketView(this, bench, number, stage));
        show(page.orElseGet(() -> new UnreadableView(bench, number)));
    }

    /** The page of a ticket failed: it gets the page of unreadable tickets, once what goes on is over. */
    private void unreadable(View on) {
        if (view == on) {
            Platform.runLater(() -> {
                if (view == on) {
                    show(new UnreadableView(bench, on.number()));
                }
            });
        }
    }

    /** Whether an act on the ticket that is shown is not on the disk yet. */
    public boolean isSaving() {
        return !view.number().isEmpty() && bench.commands().isGiven(view.number());
    }

    public void newTicket() {
        if (opening) {
            return;
        }
        opening = true;
        String title = t("desktop.ticket.walk-in", "at", DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault())
                .format(bench.now()));
        bench.open(title).thenAccept(result -> {
            opening = false;
            result.then(t -> showTicket(t.number()));
        });
    }

    private void show(View page) {
        if (view != page) {
            faults.guarded(view, view::leave);
        }
        help.hide();
        view = page;
        frame.setContent(page.node());
        frame.setVvalue(0);
        refresh();
        Platform.runLater(() -> {
            root.applyCss();
            root.layout();
            faults.guarded(view, () -> focus.refocus(view.firstFocus()));
            focus.home();
        });
    }

    public void otherTheme() {
        look = look.other();
        head.look(look.theme());
        look.apply(scene);
        refresh();
    }

    void scale(double by) {
        look = look.scaled(by);
        look.apply(scene);
    }

    /** Looks again where the page shows what has changed. */
    private void changed(Change change) {
        if (view.follows(change)) {
            refresh();
        } else {
            around();
        }
    }

    private void around() {
        head.refresh(view);
        alarms.refresh();
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
        boolean inPage = owner != null && focus.isInPage(owner);
        String at = focus.focused();
        View on = view;
        faults.guarded(on, () -> {
            on.refresh();
            if (on != view) {
                return; // it has led on to another page
            }
            faults.over();
            footer.next(on.next());
            String wants = System.identityHashCode(on) + " " + on.wants();
            if (!wants.equals(asked)) {
                asked = wants;
                gate.changed();
            }
        });
        focus.refocus(at);
        if (inPage) {
            focus.home();
        }
    }

    /** A label of the shop's own was scanned: its ticket, closed or not, is opened from anywhere. */
    private void scanned(String number) {
        bench.tickets().look(number).whenComplete((_, e) -> {
            if (e == null) {
                showTicket(number);
            } else {
                alarms.say(t("desktop.scan.unknown", "why", e.getMessage()));
            }
        });
    }

    /** Where a file is to be saved, as the technician chooses; empty where they think better of it. @param name what it is called first */
    @Override
    public Optional<Path> saveAs(String name) {
        return chooser.apply(name);
    }

    @Override
    public Optional<Path> open(String title) {
        return reader.apply(title);
    }

    private Optional<Path> chooseToRead(String title) {
        FileChooser dialog = new FileChooser();
        dialog.setTitle(title);
        return Optional.ofNullable(dialog.showOpenDialog(scene.getWindow())).map(File::toPath);
    }

    private Optional<Path> choose(String name) {
        FileChooser dialog = new FileChooser();
        dialog.setInitialFileName(name);
        return Optional.ofNullable(dialog.showSaveDialog(scene.getWindow())).map(File::toPath);
    }

    /** Another way to choose than the system's dialog. */
    public void chooseBy(Function<String, Optional<Path>> way) {
        chooser = way;
        reader = way;
    }

    /** Whether what the page asks for now was not drawn yet, so that it takes no press. */
    public boolean isFresh() {
        return gate.isFresh();
    }

    /** Whether a key is held back that may be a scanner's. */
    public boolean isHolding() {
        return scanner.isHolding();
    }

    /** Each look at the bench; see {@link Frames}. Whatever throws is said once, and the next comes all the same. */
    private void tick() {
        bench.tick();
        head.time(bench.now());
        footer.refresh();
        alarms.ring();
        View on = view;
        if (led != null) {
            led.tick(on instanceof DocumentView);
        }
        if (!faults.isStill(on)) {
            faults.guarded(on, () -> {
                on.tick();
                footer.next(on.next());
            });
        }
    }

    @Override
    public void close() {
        frames.close();
        view.leave();
        speaker.close();
    }
}
