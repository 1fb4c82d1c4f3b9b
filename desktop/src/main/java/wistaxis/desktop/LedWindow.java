package wistaxis.desktop;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.application.Platform;
import javafx.stage.Stage;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.LogFile;
import wistaxis.store.files.Tree;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.Workbench;

/** A window with a practice bench of its own, on which a first ticket is led through; when it closes, nothing of it is left. */
final class LedWindow {
    private LedWindow() {}

    /** Opens it behind, and shows it as soon as it is there. @param in the window that it was asked for in */
    static void open(Shell in) {
        Thread.ofPlatform().name("led").daemon().start(() -> {
            try {
                Path folder = Files.createTempDirectory("wistaxis-first-");
                LateFront front = new LateFront();
                DataFolder data = DataFolder.open(folder);
                Workbench bench = new Workbench(Workbench.Setup.of(t("desktop.led.bench"), data, new PracticeWorld(data.standIns(),
                        PracticeWorld.LINE), front));
                Platform.runLater(() -> show(bench, front, folder, in));
            } catch (IOException | RuntimeException e) {
                LogFile.failed("opening a first ticket", e);
                Platform.runLater(() -> in.alarm(t("desktop.led.failed", "why", e instanceof IOException io ? DiskProblem.words(
                        "data-folder", Path.of(System.getProperty("java.io.tmpdir")), io) : String.valueOf(e.getMessage()))));
            }
        });
    }

    private static void show(Workbench bench, LateFront front, Path folder, Shell in) {
        front.open();
        Stage stage = new Stage();
        Shell shell = new Shell(bench);
        shell.lead(stage::close);
        stage.setTitle(t("desktop.led.bench"));
        stage.setScene(shell.scene());
        stage.setMinWidth(1000);
        stage.setMinHeight(640);
        stage.setOnHidden(_ -> {
            shell.close();
            bench.close();
            remove(folder);
        });
        in.scene().getWindow().setOnHiding(_ -> stage.close()); // nothing is left, also when the program ends first
        stage.show();
    }

    /** A folder that was made here, with all in it. */
    private static void remove(Path made) {
        try {
            Tree.remove(made);
        } catch (IOException e) {
            LogFile.failed("removing a first ticket", e);
        }
    }
}
