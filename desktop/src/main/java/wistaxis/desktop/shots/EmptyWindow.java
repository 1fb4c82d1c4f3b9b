package wistaxis.desktop.shots;

import atlantafx.base.theme.PrimerLight;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.stage.Stage;

/** A window with nothing in it, in the same look, that closes again once it is usable: what a start is measured beside. */
public final class EmptyWindow extends Application {
    @Override
    public void start(Stage stage) {
        setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        BorderPane root = new BorderPane(new Label("Nothing"));
        root.setTop(new Button("Nothing"));
        stage.setScene(new Scene(root, 1280, 800));
        stage.show();
        Platform.runLater(() -> Platform.runLater(() -> {
            System.out.println("wistaxis: the window is usable");
            stage.close();
        }));
    }
}
