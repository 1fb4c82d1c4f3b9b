package wistaxis.desktop.look;

import java.util.Objects;
import java.util.function.Consumer;
import javafx.application.Application;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import org.jspecify.annotations.Nullable;

/**
 * How a window looks: its theme and the size of its text. Each window has its own; what is drawn by hand asks the window that it is in.
 *
 * @param scale text size against 14 px, 0.8 to 2
 */
public record Look(Theme theme, double scale) {
    /** By day, in the usual size. */
    public static final Look USUAL = new Look(Theme.LIGHT, 1);

    /** Loaded once, when the first window looks like something. */
    private static final class Fonts {
        private static final int LOADED = load();

        private static int load() {
            int loaded = 0;
            for (String font : new String[] {"Lato-Regular.ttf", "Lato-Bold.ttf", "Lato-Black.ttf", "JetBrainsMono-Regular.ttf"}) {
                String url = Objects.requireNonNull(Look.class.getResource("/wistaxis/fonts/" + font), font).toExternalForm();
                loaded += Font.loadFont(url, 14) == null ? 0 : 1;
            }
            return loaded;
        }
    }

    /** Puts the look on a scene. */
    public void apply(Scene scene) {
        if (Fonts.LOADED == 0) {
            throw new IllegalStateException("no font could be loaded");
        }
        scene.getProperties().put(Look.class, this);
        Application.setUserAgentStylesheet(theme.userAgentSheet());
        scene.getStylesheets().setAll(theme.sheets());
        scene.getRoot().setStyle("-fx-font-size: " + Math.round(14 * scale) + "px;");
    }

    /** The look of the window that a node is in; the usual one while it is in none. */
    public static Look of(Node node) {
        return of(node.getScene());
    }

    private static Look of(@Nullable Scene scene) {
        return scene != null && scene.getProperties().get(Look.class) instanceof Look look ? look : USUAL;
    }

    /** A token of the theme. @throws IllegalArgumentException for an unknown one */
    public Color color(String token) {
        return theme.token(token);
    }

    /** A token of the theme of the window that is drawn on. @throws IllegalArgumentException for an unknown one */
    public static Color color(GraphicsContext g, String token) {
        return of(g.getCanvas()).color(token);
    }

    /** A small picture that is drawn when it comes into a window, since only then it is known how it looks. */
    public static Canvas picture(double width, double height, Consumer<GraphicsContext> draws) {
        Canvas canvas = new Canvas(width, height);
        canvas.sceneProperty().addListener((_, _, scene) -> {
            if (scene != null) {
                canvas.getGraphicsContext2D().clearRect(0, 0, width, height);
                draws.accept(canvas.getGraphicsContext2D());
            }
        });
        return canvas;
    }

    public Look other() {
        return new Look(theme.other(), scale);
    }

    /** A step of the size of the text, within 0.8 and 2. */
    public Look scaled(double by) {
        return new Look(theme, Math.clamp(Math.round((scale + by) * 10) / 10.0, 0.8, 2));
    }
}
