package wistaxis.desktop.look;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The one place for colours. */
class TokensTest {
    @Test
    void coloursAreWrittenInTheTokenFilesOnly() throws IOException {
        Path resources = Path.of("../desktop/src/main/resources/wistaxis/desktop");
        assertThat(Files.readString(resources.resolve("wistaxis.css"))).doesNotContainPattern("#[0-9a-fA-F]{3,8}\\b|rgb\\(")
                .contains("-w-ink");
        List<Path> drawn;
        try (Stream<Path> guide = Files.walk(Path.of("../desktop/src/main/java"))) {
            drawn = guide.filter(p -> p.toString().endsWith(".java")).toList();
        }
        for (Path file : drawn) {
            assertThat(Files.readString(file)).as(file.toString())
                    .doesNotContainPattern("Color\\.(rgb|web)\\((?!m\\.group)|\"#[0-9a-f]{6}\"");
        }
        assertThat(tokens("tokens-light.css")).isEqualTo(tokens("tokens-dark.css")).hasSizeGreaterThan(10);
    }

    private static List<String> tokens(String sheet) throws IOException {
        return Files.readAllLines(Path.of("../desktop/src/main/resources/wistaxis/desktop", sheet)).stream().map(String::strip)
                .filter(l -> l.startsWith("-w-")).map(l -> l.split(":")[0]).toList();
    }
}
