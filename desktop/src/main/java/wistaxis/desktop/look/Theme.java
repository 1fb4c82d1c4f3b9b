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
import javafx.scene.paint.Color;

/** The two bench themes. What is drawn on a canvas asks for the same tokens that the style sheets use. */
public enum Theme {
    LIGHT("tokens-light.css"),
    DARK("tokens-dark.css");

    private final String sheet;
    private final Map<String, Color> tokens = new HashMap<>();

    Theme(String sheet) {
        this.sheet = sheet;
        Matcher m = Pattern.compile("-w-([a-z-]+):\\s*(#[0-9a-f]{6});").matcher(text(sheet));
        while (m.find()) {
            tokens.put(m.group(1), Color.web(m.group(2)));
        }
    }

    /** The sheet that all controls are drawn by. */
    String userAgentSheet() {
        return (this == LIGHT ? new PrimerLight() : new PrimerDark()).getUserAgentStylesheet();
    }

    /** Our own sheets. */
    String[] sheets() {
        return new String[] {url(sheet).toExternalForm(), url("wistaxis.css").toExternalForm()};
    }

    Theme other() {
        return this == LIGHT ? DARK : LIGHT;
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
