package wistaxis.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Objects;
import javafx.animation.PauseTransition;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.desktop.look.Theme;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.LogFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.Workbench;

/** The window. Whatever keeps it from opening is said in a page in its place and on standard error, and ends with status 1. */
public final class WindowApp extends Application {
    /** How long somebody has to read that another window is open already. */
    private static final Duration READING = Duration.seconds(15);

    private static Main.Asked asked = new Main.Asked("own", null, false, Path.of(""));

    private @Nullable FolderHold hold;
    private @Nullable Workbench bench;
    private @Nullable Shell shell;
    private @Nullable LogFile log;
    private boolean failed;

    static void asked(Main.Asked what) {
        asked = what;
    }

    @Override
    public void start(Stage stage) {
        stage.setTitle("Wistaxis");
        stage.setMinWidth(1000);
        stage.setMinHeight(640);
        try {
            open(stage);
        } catch (Throwable e) {
            cannot(stage, e);
        }
        stage.show();
        if (asked.smoke()) {
            Platform.runLater(() -> Platform.runLater(() -> {
                if (!failed) {
                    System.out.println("wistaxis: the window is usable");
                }
                stage.close();
            }));
        }
    }

    private void open(Stage stage) {
        Workbench opened = new Workbench(setup());
        bench = opened;
        Shell window = new Shell(opened);
        shell = window;
        Thread.currentThread().setUncaughtExceptionHandler((_, e) -> wentWrong(window, e));
        stage.setScene(window.scene());
    }

    private static void wentWrong(Shell window, Throwable e) {
        System.err.println("wistaxis: " + Shown.printable(String.valueOf(e)));
        LogFile.failed("in the window", e);
        if (!isExpected(e)) {
            e.printStackTrace();
        }
        window.alarm("That did not work, and was not saved: " + e.getMessage() + " What was saved before is safe.");
    }

    /** Whether it is said in words already, so that nobody needs to see where it came from. */
    private static boolean isExpected(Throwable e) {
        return e instanceof BadInput || e instanceof DiskTrouble || e instanceof FolderHold.InUse;
    }

    /** Holds the folder before anything is read or made in it. */
    private Workbench.Setup setup() {
        boolean demo = asked.what().equals("demo");
        Path usual = DataFolder.usualPlace();
        Path data = asked.data() != null ? asked.data() : demo ? usual.resolveSibling(usual.getFileName() + "-demo") : usual;
        DataFolder folder = demo ? DemoFolder.check(data) : own(data);
        hold = FolderHold.take(folder.root());
        if (demo) {
            DemoFolder.fill(folder, Instant.now());
        } else {
            refuseDemo(data); // which may have begun there before the folder was held
        }
        tidy(folder);
        try {
            log = LogFile.begin(folder.log());
        } catch (IOException e) {
            System.err.println("wistaxis: there is no log: " + DiskTrouble.words("log", folder.log(), e));
        }
        return Workbench.Setup.of(demo ? DemoWorld.NAME : "My bench", folder, new PracticeWorld(folder.standIns(), PracticeWorld.LINE), Platform::runLater);
    }

    private static DataFolder own(Path data) {
        refuseDemo(data);
        return DataFolder.open(data);
    }

    private static void refuseDemo(Path data) {
        if (new DataFolder(data).isDemo()) {
            throw new BadInput("[" + data + "] holds demo data, which is made anew every day; open it with: wistaxis demo --data DIR, or name another folder");
        }
    }

    private static void tidy(DataFolder folder) {
        try {
            folder.tidy();
        } catch (IOException e) {
            throw DiskTrouble.of("data folder", folder.root(), e);
        }
    }

    private void cannot(Stage stage, Throwable e) {
        failed = true;
        String why = isExpected(e) ? String.valueOf(e.getMessage()) : "something unexpected went wrong: " + e;
        System.err.println("wistaxis: " + Shown.printable(why));
        if (!isExpected(e)) {
            e.printStackTrace();
        }
        Button end = Ui.button("end", "Close", "primary", stage::close);
        Scene scene = new Scene(Ui.style(Ui.column(14, Ui.label("Wistaxis cannot start", "large"), Ui.notice("stop", why), end), "page"), 1000, 640);
        Theme.DAY.apply(scene, 1);
        stage.setScene(scene);
        end.requestFocus();
        if (e instanceof FolderHold.InUse) {
            end.setText("Close (by itself in " + Math.round(READING.toSeconds()) + " s)");
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
        if (bench != null) {
            bench.close();
        }
        if (log != null) {
            log.close();
        }
        if (hold != null) {
            Objects.requireNonNull(hold).close();
        }
        if (failed) {
            System.exit(1);
        }
    }
}
