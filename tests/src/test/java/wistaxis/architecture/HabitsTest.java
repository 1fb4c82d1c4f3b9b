package wistaxis.architecture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Habits of the sources that no compiler looks at. */
class HabitsTest {
    private static final int LONGEST_LINE = 140;
    private static final int LONGEST_FILE = 300;

    private static List<Path> sources() throws IOException {
        List<Path> all = new ArrayList<>();
        for (String module : List.of("core", "standins", "store", "ledger-postgres", "workbench", "cli", "desktop", "measure")) {
            try (Stream<Path> guide = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                guide.filter(p -> p.toString().endsWith(".java")).forEach(all::add);
            }
        }
        return all;
    }

    @Test
    void noLineIsLongerThanAnEyeFollows() throws IOException {
        assertThat(sources()).hasSizeGreaterThan(200);
        for (Path file : sources()) {
            assertThat(Files.readAllLines(file)).as(file.toString()).allMatch(l -> l.length() <= LONGEST_LINE);
        }
    }

    /** Where one is, the package says why. */
    @Test
    void noFileIsLongerThanNeeded() throws IOException {
        for (Path file : sources()) {
            String name = file.getFileName().toString().replace(".java", "");
            if (Files.readAllLines(file).size() > LONGEST_FILE) {
                assertThat(Files.readString(file.resolveSibling("package-info.java"))).as(file.toString())
                        .containsPattern("\\b" + name + "\\b(?s:.*)longer than " + LONGEST_FILE + " lines");
            }
        }
    }

    /** A step's properties stand in routes.json. */
    @Test
    void noCodeLooksAtTheEndingOfAStepsName() throws IOException {
        for (Path file : sources()) {
            assertThat(Files.readString(file)).as(file.toString())
                    .doesNotContainPattern("(ends|starts)With\\(\"-?(restore|update|erase|recovery-|dfu-)");
        }
    }
}
