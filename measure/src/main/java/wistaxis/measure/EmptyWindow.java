package wistaxis.measure;

import atlantafx.base.theme.PrimerLight;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;

/** A label in a window, in the same look, that closes again once it is usable: what a start is measured beside. */
public final class EmptyWindow extends Application {
    public static void main(String[] args) {
        launch(args);
    }

    @Override
    public void start(Stage stage) {
        setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        stage.setScene(new Scene(new StackPane(new Label("Nothing")), 1280, 800));
        stage.show();
        Platform.runLater(() -> Platform.runLater(() -> {
            System.out.println("wistaxis: the window is usable");
            stage.close();
        }));
    }
}
