package wistaxis.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.LongSupplier;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.desktop.look.Png;
import wistaxis.desktop.print.Preview;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.sound.Speaker;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.standins.ScriptedUsb;
import wistaxis.standins.SimulatedDevice;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.World;

/** The real window in a test: real clicks and keys through the platform's robot, and what is on screen afterwards. */
final class Window implements AutoCloseable {
    final Workbench bench;
    final PracticeWorld world;
    final Shell shell;
    private final Stage stage;
    private final Robot robot;

    private final FrameClock clock = new FrameClock();

    private static boolean started;

    /** Then it is laid out, and not painted for nobody. */
    private static final boolean IN_MEMORY = "Headless".equals(System.getProperty("glass.platform"));

    private static final Printers NO_PRINTERS = new Printers() {
        @Override
        public Found find() {
            return Found.NONE;
        }

        @Override
        public Optional<String> print(String name, List<Preview.Picture> pages) {
            return Optional.of(Say.t("desktop.documents.no-printer"));
        }
    };

    /** So many looks, 5 ms and more apart, and as many frames and more: both, for either alone may be quick. */
    private static final int NEVER = 6_000;
    private static final int SOON = 40;
    private static final int NEVER_FRAMES = 20_000;

    /** Frames of all windows. */
    private static volatile int drawn;

    /**
     * The clock of the bench, its wall clock too: it goes on by as much with each frame that is drawn, however long that takes on this
     * machine. It can be made to run faster while nobody's hands are timed.
     */
    private static final class FrameClock implements LongSupplier {
        private static final long FRAME = 16_666_667;

        private volatile long shown = FRAME;
        private volatile int speed = 1;
        private final AnimationTimer frames = new AnimationTimer() {
            @Override
            public void handle(long now) {
                shown += FRAME * speed;
                drawn++;
            }
        };

        @Override
        public long getAsLong() {
            return shown;
        }
    }

    static synchronized void startPlatform() {
        if (!started) {
            CountDownLatch up = new CountDownLatch(1);
            try {
                Platform.startup(up::countDown);
            } catch (IllegalStateException _) {
                up.countDown(); // a test of a part has
            }
            Platform.setImplicitExit(false);
            try {
                up.await(30, TimeUnit.SECONDS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            started = true;
        }
    }

    /** The stand-in library's firmware files are always the same: made once, they are brought to every test. */
    private static final Path MADE = Path.of("target/stand-ins");

    private final DataFolder folder;

    /** A computer that is ready. */
    private static final ComputerProbe COMPUTER = _ -> new ComputerProbe.ComputerFacts(true, 100_000_000_000L, true, 1, "a test");

    Window(DataFolder folder, Instant start, long lineBytesPerSecond) {
        this(folder, start, lineBytesPerSecond, null);
    }

    /** A real bench. @param usb what hangs on its computer */
    static Window real(Path folder, ScriptedUsb usb) {
        return new Window(DataFolder.open(folder), Instant.now(), 1, usb);
    }

    private Window(DataFolder folder, Instant start, long lineBytesPerSecond, @Nullable ScriptedUsb usb) {
        this.folder = folder;
        copy(MADE, folder.standIns());
        startPlatform();
        world = new PracticeWorld(folder.standIns(), lineBytesPerSecond);
        Instant wall = Instant.now(); // never before what a test has written to the ledger itself
        onFx(() -> {
            clock.frames.start();
            return null;
        });
        LateFront front = new LateFront(); // opened beside the window's thread, as the program does
        bench = new Workbench(new Workbench.Setup("Test bench", folder, start, clock, () -> wall.plusNanos(clock.shown),
                usb == null ? world : _ -> World.real(COMPUTER, usb, SimulatedDevice::new), front));
        onFx(() -> {
            front.open();
            return null;
        });
        shell = onFx(() -> {
            Shell made = new Shell(bench, new Speaker(), true);
            made.printBy(NO_PRINTERS); // a test puts no paper out, whatever the machine has
            return made;
        });
        stage = onFx(() -> {
            Stage s = new Stage();
            s.setScene(shell.scene());
            s.show();
            s.requestFocus();
            s.setIconified(IN_MEMORY);
            return s;
        });
        robot = onFx(Robot::new);
    }

    static Window demo(Path folder, long lineBytesPerSecond) {
        Instant now = Instant.now();
        try {
            if (!new DataFolder(folder).isDemo()) {
                Files.createDirectories(folder);
                Files.writeString(new DataFolder(folder).demoMark(), "not filled yet");
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        copy(MADE, new DataFolder(folder).standIns());
        return new Window(DemoFolder.open(folder, now, DemoWorld.Past.WEEKS), now, lineBytesPerSecond);
    }

    /** Firmware files first, then the notes that say that they are whole. */
    private static void copy(Path from, Path to) {
        try {
            Files.createDirectories(to);
            for (String kind : List.of(".zip", ".zip.json")) {
                try (Stream<Path> files = Files.exists(from) ? Files.list(from) : Stream.empty()) {
                    for (Path file : files.filter(f -> f.toString().endsWith(kind) && !Files.exists(to.resolve(f.getFileName())))
                            .toList()) {
                        link(file, to.resolve(file.getFileName()));
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void link(Path file, Path to) throws IOException {
        try {
            Files.createLink(to, file);
        } catch (IOException | UnsupportedOperationException e) {
            Files.copy(file, to);
        }
    }

    static <T> T onFx(Callable<T> work) {
        AtomicReference<T> result = new AtomicReference<>();
        AtomicReference<Throwable> problem = new AtomicReference<>();
        CountDownLatch done = new CountDownLatch(1);
        Platform.runLater(() -> {
            try {
                result.set(work.call());
            } catch (Throwable t) {
                problem.set(t);
            } finally {
                done.countDown();
            }
        });
        try {
            if (!done.await(60, TimeUnit.SECONDS)) {
                throw new AssertionError("the JavaFX thread does not answer");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (problem.get() != null) {
            throw new AssertionError(problem.get());
        }
        return result.get();
    }

    /** Does something that is acknowledged, and waits for that. */
    static <T> T acked(Callable<CompletableFuture<T>> work) {
        try {
            return onFx(work).get(30, TimeUnit.SECONDS);
        } catch (ExecutionException e) {
            throw new AssertionError(e.getCause());
        } catch (InterruptedException | TimeoutException e) {
            throw new AssertionError(e);
        }
    }

    /** What the ledger is to say, whatever the rules say. */
    void says(String number, TicketEvent... events) {
        says(number, List.of(events));
    }

    void says(String number, List<TicketEvent> events) {
        acked(() -> bench.tickets().append(number, events));
    }

    /** Opens a ticket; its number. */
    String opened(String title) {
        return acked(() -> bench.open(title)).orThrow().number();
    }

    /** What the ledger holds. */
    List<LedgerEntry> entries() {
        try (Ledger ledger = Ledger.openReadOnly(folder.ledger())) {
            return ledger.entries();
        }
    }

    LedgerCheck verify() {
        return acked(() -> bench.tickets().health().verify(_ -> true));
    }

    void size(double width, double height) {
        onFx(() -> {
            stage.setWidth(width);
            stage.setHeight(height);
            return null;
        });
        pulses(3);
        onFx(() -> {
            stage.setIconified(false); // another size has shown it
            stage.setIconified(IN_MEMORY);
            return null;
        });
    }

    void picture(Path file) {
        onFx(() -> {
            Png.write(shell.scene().snapshot(null), file);
            return null;
        });
    }

    /** Waits until everything that was asked for is on the disk, and drawn. */
    void settle() {
        until(() -> onFx(() -> bench.pending() == 0 && !shell.isHolding() && !shell.isFresh()), "everything to be on the disk");
        pulses(1);
    }

    /** Does something with the clock of the bench running five times as fast: for what plays by itself. */
    void hurried(Runnable work) {
        hurried(5, work);
    }

    void hurried(int times, Runnable work) {
        clock.speed = times;
        try {
            work.run();
        } finally {
            clock.speed = 1;
        }
    }

    /** Lets so many milliseconds of the bench's clock pass. */
    void lets(long millis) {
        long end = clock.shown + millis * 1_000_000;
        until(() -> clock.shown >= end, millis + " ms of the bench's time");
    }

    Node find(String id) {
        until(() -> shell.scene().lookup("#" + id) != null, () -> "#" + id + " to be on screen, but there is:\n" + text());
        return onFx(() -> shell.scene().lookup("#" + id));
    }

    /** Clicks the middle of a node with the mouse, scrolling to it first where it is below the fold. */
    void click(String id) {
        mouse(id, () -> robot.mouseClick(MouseButton.PRIMARY));
    }

    /** Presses a node with the mouse and holds it for a while. */
    void hold(String id, long millis) {
        mouse(id, () -> robot.mousePress(MouseButton.PRIMARY));
        lets(millis);
        onFx(() -> {
            robot.mouseRelease(MouseButton.PRIMARY);
            return null;
        });
    }

    /** Scrolls and presses in one go: rows that change their places meanwhile do not take the node from under the mouse. */
    private void mouse(String id, Runnable button) {
        find(id);
        whenDrawn(() -> {
            if (!(laidOut(id) instanceof Node node) || node.isDisabled()) {
                return false;
            }
            tipsAway();
            scrollTo(node);
            Node there = Objects.requireNonNull(laidOut(id));
            Bounds b = there.localToScreen(there.getBoundsInLocal());
            robot.mouseMove(b.getCenterX(), b.getCenterY() + 200); // from elsewhere: two clicks of a test are no double click
            robot.mouseMove(b.getCenterX(), b.getCenterY());
            button.run();
            return true;
        }, "#" + id + " to be drawn and enabled");
        settle();
    }

    /** A tip that has come up under the mouse, which goes when a hand moves it: in memory it would take the press. */
    private static void tipsAway() {
        List.copyOf(javafx.stage.Window.getWindows()).stream().filter(Tooltip.class::isInstance).forEach(javafx.stage.Window::hide);
    }

    private @Nullable Node laidOut(String id) {
        shell.scene().getRoot().applyCss();
        shell.scene().getRoot().layout();
        return shell.scene().lookup("#" + id);
    }

    /** Does it when the page has been drawn and what was done before is saved, as somebody does who looks at it. @param hand whether it did it */
    private void whenDrawn(BooleanSupplier hand, String what) {
        until(() -> onFx(() -> !shell.isFresh() && !shell.isSaving() && hand.getAsBoolean()), () -> what + ", but there is:\n" + text());
    }

    private static void scrollTo(Node node) {
        Node up = node;
        while (up != null && !(up instanceof ScrollPane)) {
            up = up.getParent();
        }
        if (up instanceof ScrollPane pane) {
            Bounds view = pane.localToScene(pane.getBoundsInLocal());
            Bounds here = node.localToScene(node.getBoundsInLocal());
            if (here.getMaxY() > view.getMaxY() || here.getMinY() < view.getMinY()) {
                double tall = pane.getContent().getBoundsInLocal().getHeight() - view.getHeight();
                pane.setVvalue(pane.getVvalue() + (here.getCenterY() - view.getCenterY()) / tall);
            }
        }
    }

    void focus(String id) {
        Node node = find(id);
        onFx(() -> {
            node.requestFocus();
            return null;
        });
    }

    /** Presses when the page has been drawn. */
    void press(KeyCode key) {
        whenDrawn(() -> {
            robot.keyPress(key);
            return true;
        }, "the page to be drawn");
    }

    /** Presses whatever the page is about. */
    void pressAtOnce(KeyCode key) {
        onFx(() -> {
            robot.keyPress(key);
            return null;
        });
    }

    void release(KeyCode key) {
        onFx(() -> {
            robot.keyRelease(key);
            return null;
        });
    }

    void tap(KeyCode key) {
        press(key);
        release(key);
        settle();
    }

    void type(String text) {
        for (char c : text.toCharArray()) {
            onFx(() -> {
                KeyCode key = c == ' ' ? KeyCode.SPACE : c == '.' ? KeyCode.PERIOD : KeyCode.getKeyCode(String.valueOf(Character
                        .toUpperCase(c)));
                if (Character.isUpperCase(c)) {
                    robot.keyPress(KeyCode.SHIFT);
                }
                robot.keyType(key);
                robot.keyRelease(KeyCode.SHIFT);
                return null;
            });
        }
        pulses(1);
    }

    /** What a scanner types: quickly, with Enter at its end. */
    void scan(String code) {
        onFx(() -> {
            for (char c : (code + "\r").toCharArray()) {
                Node at = shell.scene().getFocusOwner() == null ? shell.scene().getRoot() : shell.scene().getFocusOwner();
                KeyCode key = c == '\r' ? KeyCode.ENTER : c == '-' ? KeyCode.MINUS : KeyCode.getKeyCode(String.valueOf(Character
                        .toUpperCase(c)));
                at.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", key, Character.isUpperCase(c), false, false, false));
                at.fireEvent(new KeyEvent(KeyEvent.KEY_TYPED, String.valueOf(c), "", KeyCode.UNDEFINED, false, false, false, false));
                at.fireEvent(new KeyEvent(KeyEvent.KEY_RELEASED, "", "", key, false, false, false, false));
            }
            return null;
        });
        settle();
    }

    /** Every text that is on screen now, a line each. */
    String text() {
        return onFx(() -> shell.scene().getRoot().lookupAll(".text").stream().filter(Window::shows)
                .map(n -> n instanceof javafx.scene.text.Text t ? t.getText() : "").collect(Collectors.joining("\n")));
    }

    String text(String id) {
        Node node = find(id);
        return onFx(() -> node instanceof Labeled l ? l.getText() : node.toString());
    }

    static boolean shows(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return true;
    }

    /** @param words in English; where another language is spoken, what it says for them */
    void sees(String... all) {
        for (String words : all) {
            Set<String> other = Say.language() == Language.GERMAN ? Translations.ofEnglish(words) : Set.of();
            Set<String> any = other.isEmpty() ? Set.of(words) : other;
            until(() -> any.stream().anyMatch(text()::contains), () -> any + " on screen, but there is:\n" + text());
        }
    }

    static void until(BooleanSupplier met, String what) {
        until(met, () -> what);
    }

    /** However long it takes on this machine: only what never comes fails. */
    private static void until(BooleanSupplier met, Supplier<String> what) {
        int first = drawn;
        for (int looks = 0; !met.getAsBoolean(); looks++) {
            if (looks > NEVER && drawn - first > NEVER_FRAMES) {
                throw new AssertionError("never came: " + what.get());
            }
            pause(looks < SOON ? 5 : 20); // each look at all that is on screen is work too
        }
    }

    /** Waits until the window has begun to be drawn so often; after two it is laid out with what happened so far. */
    static void pulses(int count) {
        CountDownLatch pulses = new CountDownLatch(count);
        onFx(() -> {
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    pulses.countDown();
                    if (pulses.getCount() == 0) {
                        stop();
                    }
                }
            }.start();
            return null;
        });
        try {
            pulses.await(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        onFx(() -> {
            clock.frames.stop();
            shell.close();
            bench.close();
            stage.close();
            return null;
        });
        copy(folder.standIns(), MADE);
    }
}
