package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.desktop.view.page.Manual;

/** {@code docs/manual.md} says what the window says behind "?", in both languages; where it does not, what it has to be is in target. */
class ManualTest {
    @Test
    void theManualInTheFolderIsThatOfTheWindow() throws IOException {
        String english = Say.in(Language.ENGLISH, () -> Manual.markdown("screenshots"));
        String german = Say.in(Language.GERMAN, () -> Manual.markdown("screenshots"));
        String both = english + "\n---\n\n" + german;
        Files.createDirectories(Path.of("target"));
        Files.writeString(Path.of("target/manual.md"), both);
        assertThat(Files.readString(Path.of("../docs/manual.md"))).as("copy window-tests/target/manual.md").isEqualTo(both);
        for (String picture : Manual.PARTS.values()) {
            assertThat(picture.isEmpty() || Files.exists(Path.of("../docs/screenshots/" + picture + ".png"))).as(picture).isTrue();
        }
        Manual.PARTS.keySet().forEach(p -> assertThat(Manual.paragraphs(p)).as(p).isNotEmpty());
    }
}
