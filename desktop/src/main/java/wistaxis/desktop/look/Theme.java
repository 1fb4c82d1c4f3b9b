package wistaxis.desktop.look;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** The two bench themes. What is drawn on a canvas asks here for the same tokens that the style sheets use. */
public enum Theme {
    DAY("tokens-day.css"),
    DIM("tokens-dim.css");

    private static Theme current = DAY;
    private static double scale = 1;

    private final String sheet;
    private final Map<String, Color> tokens = new HashMap<>();

    Theme(String sheet) {
        this.sheet = sheet;
        Matcher m = Pattern.compile("-w-([a-z-]+):\\s*(#[0-9a-f]{6});").matcher(text(sheet));
        while (m.find()) {
            tokens.put(m.group(1), Color.web(m.group(2)));
        }
    }

    /** Puts the theme on a scene. @param scale text size against 14 px, 0.8 to 1.6 */
    public void apply(Scene scene, double scale) {
        current = this;
        Theme.scale = scale;
        for (String font : new String[] {"Lato-Regular.ttf", "Lato-Bold.ttf", "Lato-Black.ttf", "JetBrainsMono-Regular.ttf"}) {
            Font.loadFont(Objects.requireNonNull(Theme.class.getResource("/wistaxis/fonts/" + font), font).toExternalForm(), 14);
        }
        Application.setUserAgentStylesheet((this == DAY ? new PrimerLight() : new PrimerDark()).getUserAgentStylesheet());
        scene.getStylesheets().setAll(url(sheet).toExternalForm(), url("wistaxis.css").toExternalForm());
        scene.getRoot().setStyle("-fx-font-size: " + Math.round(14 * scale) + "px;");
    }

    /** The size of the text in force, against the usual one; 0.8 to 1.6. */
    static double scale() {
        return scale;
    }

    /** The theme and the size of the text in force, for whoever keeps what was drawn in them. */
    public static String inForce() {
        return current + " " + scale;
    }

    public Theme other() {
        return this == DAY ? DIM : DAY;
    }

    /** A token of the theme in force. @throws IllegalArgumentException for an unknown one */
    public static Color color(String token) {
        return current.token(token);
    }

    /** A token of this theme. @throws IllegalArgumentException for an unknown one */
    Color token(String token) {
        Color color = tokens.get(token);
        if (color == null) {
            throw new IllegalArgumentException("no colour token [" + token + "]");
        }
        return color;
    }

    private static URL url(String name) {
        return Objects.requireNonNull(Theme.class.getResource("/wistaxis/desktop/" + name), name);
    }

    private static String text(String name) {
        try (InputStream in = url(name).openStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("cannot read [" + name + "]", e);
        }
    }
}
