package wistaxis.desktop;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.workbench.backup.Backups;
import wistaxis.workbench.page.BenchPage;
import wistaxis.desktop.look.Look;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.standins.SimulatedDevice;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.LanguageFolder;
import wistaxis.store.files.LogFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.computer.OshiComputer;
import wistaxis.workbench.computer.OshiUsb;
import wistaxis.workbench.life.World;

/** The window. Whatever keeps it from opening is said in a page in its place and on standard error, and ends with status 1. */
public class WindowApp extends Application {
    /** How long somebody has to read that another window is open already. */
    private static final Duration READING = Duration.seconds(15);

    private static CompletableFuture<Main.Asked> asked = new CompletableFuture<>();

    private static CompletableFuture<Opened> opening = new CompletableFuture<>();

    private @Nullable Opened opened;
    private @Nullable Shell shell;
    private boolean failed;

    /**
     * A bench that was opened beside the start of JavaFX.
     *
     * @param log null where none can be written
     */
    private record Opened(FolderHold hold, @Nullable LogFile log, Workbench bench, LateFront front, DataFolder folder,
            LastVersion.News news) {
        /** A backup of the day's end comes last, when others may open the folder again. */
        void close() {
            boolean backup = bench.backups().isDueAtClosing();
            bench.close();
            hold.close();
            if (backup) {
                Backups.atClosing(folder).ifPresent(why -> System.err.println("wistaxis: " + t("workbench.backup.not-made", "why", why)));
            }
            if (log != null) {
                log.close();
            }
        }
    }

    /** Begins to read what was asked for and to open the bench, while JavaFX comes up. What cannot be asked for ends the program. */
    static CompletableFuture<Main.Asked> begin(Supplier<Main.Asked> what) {
        CompletableFuture<Main.Asked> read = new CompletableFuture<>();
        CompletableFuture<Opened> begun = new CompletableFuture<>();
        asked = read;
        opening = begun;
        Thread.ofPlatform().name("opening").daemon().start(() -> {
            try {
                read.complete(what.get());
            } catch (BadInput e) {
                Main.badUse(e);
            }
            try {
                begun.complete(openBench(read.join()));
            } catch (Throwable e) {
                begun.completeExceptionally(e);
            }
        });
        return read;
    }

    /** The window comes first, and is filled as soon as the bench is open. */
    @Override
    public void start(Stage stage) {
        boolean smoke = asked.join().smoke();
        stage.setTitle("Wistaxis");
        stage.setMinWidth(1000);
        stage.setMinHeight(640);
        VBox page = new VBox(14);
        Scene empty = new Scene(page, 1280, 800);
        Look.USUAL.apply(empty); // before the first control, which would load a look of its own
        page.getChildren().addAll(Ui.label(t("desktop.app"), "large"), Ui.label(t("desktop.start.opening"), "muted"));
        Ui.style(page, "page");
        stage.setScene(empty);
        stage.show();
        opening.whenComplete((bench, e) -> Platform.runLater(() -> {
            try {
                fill(stage, bench, e);
            } catch (RuntimeException | Error x) {
                cannot(stage, x);
            }
            if (smoke) {
                Platform.runLater(() -> Platform.runLater(() -> usable(stage, shell)));
            }
        }));
    }

    /** It can be used, and was only wanted for that. @param window null where it could not be opened */
    protected void usable(Stage stage, @Nullable Shell window) {
        if (!failed) {
            System.out.println("wistaxis: " + t("desktop.usable"));
        }
        stage.close();
    }

    private void fill(Stage stage, @Nullable Opened bench, @Nullable Throwable e) {
        if (bench == null) {
            cannot(stage, Objects.requireNonNull(e));
            return;
        }
        opened = bench;
        bench.front().open();
        Shell window = new Shell(bench.bench());
        window.openFoldersBy(folder -> getHostServices().showDocument(folder.toUri().toString()));
        window.leadBy(() -> LedWindow.open(window));
        switch (bench.news()) {
            case FIRST -> window.showFirstDay(FirstDay.LANGUAGE);
            case NEWER -> window.showWhatsNew();
            case SAME -> { }
        }
        shell = window;
        Thread.currentThread().setUncaughtExceptionHandler((_, x) -> wentWrong(window, x));
        stage.setScene(window.scene());
    }

    private static void wentWrong(Shell window, Throwable e) {
        System.err.println("wistaxis: " + Shown.printable(String.valueOf(e)));
        LogFile.failed("in the window", e);
        if (!isExpected(e)) {
            e.printStackTrace();
        }
        window.alarm(t("desktop.start.not-saved", "why", e.getMessage()));
    }

    /** Whether it is said in words already, so that nobody needs to see where it came from. */
    private static boolean isExpected(Throwable e) {
        return e instanceof BadInput || e instanceof DiskProblem || e instanceof ServerProblem || e instanceof FolderHold.InUse;
    }

    /** Holds the folder before anything is read or made in it. */
    private static Opened openBench(Main.Asked asked) {
        boolean demo = asked.what().equals("demo");
        Path usual = DataFolder.usualPlace();
        Path data = demo && asked.data() == null ? usual.resolveSibling(usual.getFileName() + "-demo")
                : DataFolder.place(asked.data(), asked.practice());
        DataFolder folder = demo ? DemoFolder.check(data) : own(data);
        FolderHold hold = FolderHold.take(folder.root());
        try {
            if (demo) {
                DemoFolder.fill(folder, Instant.now(), DemoWorld.Past.MONTHS);
            } else {
                refuseDemo(data); // which may have begun there before the folder was held
            }
            tidy(folder);
            LanguageFolder.Found own = LanguageFolder.read(folder.languages());
            own.languages().forEach(Language::add);
            Say.use(asked.speaks().orElse(Language.chosen(null)));
            LateFront front = new LateFront();
            World.Maker world = demo || asked.practice() ? new PracticeWorld(folder.standIns(), PracticeWorld.LINE)
                    : _ -> World.real(new OshiComputer(), OshiUsb.ofThisComputer(), SimulatedDevice::new);
            Workbench bench = new Workbench(Workbench.Setup.of(demo ? DemoWorld.NAME : t("desktop.settings.my-bench"), folder, world,
                    front));
            own.left().forEach(bench.notices()::say);
            Say.use(asked.speaks().orElseGet(() -> Language.chosen(bench.routes().settings().language())));
            LogFile log = log(folder);
            LogFile.note("Wistaxis " + ProgramVersion.OURS + ", Java " + System.getProperty("java.version"));
            boolean fresh = !demo && !asked.practice() && BenchPage.isFresh(bench);
            return new Opened(hold, log, bench, front, folder, LastVersion.noted(folder, fresh, demo));
        } catch (RuntimeException | Error e) {
            hold.close();
            throw e;
        }
    }

    private static @Nullable LogFile log(DataFolder folder) {
        try {
            return LogFile.begin(folder.log());
        } catch (IOException e) {
            System.err.println("wistaxis: " + t("desktop.no-log", "why", DiskProblem.words("log", folder.log(), e)));
            return null;
        }
    }

    private static DataFolder own(Path data) {
        refuseDemo(data);
        return DataFolder.open(data);
    }

    private static void refuseDemo(Path data) {
        if (new DataFolder(data).isDemo()) {
            throw new BadInput(t("desktop.bad.demo-folder", "folder", data));
        }
    }

    private static void tidy(DataFolder folder) {
        try {
            folder.tidy();
        } catch (IOException e) {
            throw DiskProblem.of("data-folder", folder.root(), e);
        }
    }

    private void cannot(Stage stage, Throwable e) {
        failed = true;
        String why = isExpected(e) ? String.valueOf(e.getMessage()) : t("desktop.start.unexpected", "why", e);
        System.err.println("wistaxis: " + Shown.printable(why));
        if (!isExpected(e)) {
            e.printStackTrace();
        }
        Button end = Ui.button("end", t("desktop.start.close"), "primary", stage::close);
        Scene scene = new Scene(Ui.style(Ui.column(14, Ui.label(t("desktop.start.cannot"), "large"), Ui.notice("stop", why), end), "page"),
                1000, 640);
        Look.USUAL.apply(scene);
        stage.setScene(scene);
        end.requestFocus();
        if (e instanceof FolderHold.InUse) {
            end.setText(t("desktop.start.closes", "seconds", Math.round(READING.toSeconds())));
            PauseTransition read = new PauseTransition(READING);
            read.setOnFinished(_ -> stage.close());
            read.play();
        }
    }

    @Override
    public void stop() {
        if (shell != null) {
            shell.close();
        }
        if (opened != null) {
            Objects.requireNonNull(opened).close();
        }
        if (failed) {
            System.exit(1);
        }
    }
}
