package wistaxis.desktop.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LookTest {
    @TempDir
    private Path folder = Path.of("");

    /** Read back by the JDK's own decoder, another implementation of ISO/IEC 15948. */
    @Test
    void aPictureReadsBackPixelByPixel() throws IOException {
        WritableImage image = new WritableImage(37, 23);
        for (int y = 0; y < 23; y++) {
            for (int x = 0; x < 37; x++) {
                image.getPixelWriter().setArgb(x, y, 0xff000000 | x * 7 << 16 | y * 11 << 8 | (x ^ y));
            }
        }
        Png.write(image, folder.resolve("p.png"));
        BufferedImage back = ImageIO.read(folder.resolve("p.png").toFile());
        assertThat(back.getWidth()).isEqualTo(37);
        for (int y = 0; y < 23; y++) {
            for (int x = 0; x < 37; x++) {
                assertThat(back.getRGB(x, y)).isEqualTo(image.getPixelReader().getArgb(x, y));
            }
        }
    }

    /** Published: WCAG 2.2, definition of contrast ratio; 4.5 to 1 is its level AA for text, ours is 5. */
    @Test
    void textKeepsItsContrastInBothThemes() {
        for (Theme theme : Theme.values()) {
            for (List<String> pair : List.of(List.of("ink", "paper"), List.of("ink", "surface"), List.of("ink", "sunk"),
                    List.of("muted", "surface"), List.of("muted", "paper"),
                    List.of("hands", "surface"), List.of("hands", "paper"), List.of("erases", "surface"), List.of("tide", "surface"),
                    List.of("tide", "tide-soft"),
                    List.of("ink", "erases-soft"), List.of("on-dark", "erases"), List.of("on-dark", "hands"), List.of("on-dark", "tide"))) {
                assertThat(contrast(theme.token(pair.getFirst()), theme.token(pair.getLast())))
                        .as("%s: %s on %s", theme, pair.getFirst(), pair.getLast()).isGreaterThanOrEqualTo(5);
            }
        }
        assertThatThrownBy(() -> Theme.LIGHT.token("plaid")).hasMessageContaining("[plaid]");
    }

    @Test
    void theContrastFormulaItselfIsRight() {
        assertThat(contrast(Color.BLACK, Color.WHITE)).isEqualTo(21);
        assertThat(contrast(Color.web("#777777"), Color.WHITE)).as("published: the well-known 4.48 of mid grey").isBetween(4.47, 4.49);
    }

    private static double contrast(Color a, Color b) {
        double high = Math.max(luminance(a), luminance(b));
        double low = Math.min(luminance(a), luminance(b));
        return (high + 0.05) / (low + 0.05);
    }

    private static double luminance(Color c) {
        return 0.2126 * linear(c.getRed()) + 0.7152 * linear(c.getGreen()) + 0.0722 * linear(c.getBlue());
    }

    private static double linear(double channel) {
        return channel <= 0.04045 ? channel / 12.92 : Math.pow((channel + 0.055) / 1.055, 2.4);
    }

    @ParameterizedTest
    @CsvSource({"0, 00:00", "59, 00:59", "900, 15:00", "3599, 59:59", "3600, 1:00:00", "36061, 10:01:01", "-5, 00:00"})
    void clocksAreReadAtAGlance(long seconds, String shown) {
        assertThat(Ui.clock(Duration.ofSeconds(seconds))).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({"89, 89 min", "91, 2 h", "420, 7 h", "2879, 48 h", "2880, 2 days", "-30, 30 min"})
    void spansAreCoarse(long minutes, String shown) {
        assertThat(Ui.coarse(Duration.ofMinutes(minutes))).isEqualTo(shown);
    }
}
