package wistaxis.desktop;

import java.nio.file.Path;
import java.time.Instant;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.desktop.app.Workbench;
import wistaxis.desktop.look.Theme;
import wistaxis.desktop.look.Ui;
import wistaxis.desktop.view.Shell;
import wistaxis.standins.DemoWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerDamaged;

/** The window. What cannot be opened is said in the window and on standard error. */
public final class WindowApp extends Application {
    private static Main.Asked asked = new Main.Asked("own", null, false, Path.of(""));

    private @Nullable Workbench bench;
    private @Nullable Shell shell;
    private int status;

    static void asked(Main.Asked what) {
        asked = what;
    }

    @Override
    public void start(Stage stage) {
        stage.setTitle("Wistaxis");
        stage.setMinWidth(1000);
        stage.setMinHeight(640);
        try {
            Workbench opened = new Workbench(setup());
            bench = opened;
            Shell window = new Shell(opened);
            shell = window;
            Thread.currentThread().setUncaughtExceptionHandler((_, e) -> failed(window, e));
            stage.setScene(window.scene());
        } catch (BadInput | LedgerDamaged e) {
            System.err.println("wistaxis: " + e.getMessage());
            status = e instanceof BadInput ? 2 : 1;
            stage.setScene(sorry(String.valueOf(e.getMessage())));
        }
        stage.show();
        if (asked.smoke()) {
            Platform.runLater(() -> Platform.runLater(() -> {
                System.out.println("wistaxis: the window is usable");
                stage.close();
            }));
        }
    }

    private static void failed(Shell window, Throwable e) {
        System.err.println("wistaxis: " + e);
        e.printStackTrace();
        window.alarm("That did not work, and was not saved: " + e.getMessage() + " What was saved before is safe.");
    }

    private static Workbench.Setup setup() {
        boolean demo = asked.what().equals("demo");
        Path usual = DataFolder.usualPlace();
        Path data = asked.data() != null ? asked.data() : demo ? usual.resolveSibling(usual.getFileName() + "-demo") : usual;
        return demo ? Workbench.Setup.of(DemoWorld.NAME, DemoFolder.open(data, Instant.now())) : Workbench.Setup.of("My bench", DataFolder.open(data));
    }

    private static Scene sorry(String why) {
        Scene scene = new Scene(Ui.style(Ui.column(14, Ui.label("Wistaxis cannot start", "large"), Ui.notice("stop", why)), "page"), 1000, 640);
        Theme.DAY.apply(scene, 1);
        return scene;
    }

    @Override
    public void stop() {
        if (shell != null) {
            shell.close();
        }
        if (bench != null) {
            bench.close();
        }
        if (status != 0) {
            System.exit(status);
        }
    }
}
