package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;

/**
 * No text on any main view is cut off or lies outside of the window: in the smallest window, and at 1280 by 800 as it opens and in the
 * other theme with 1.6 times the text.
 */
@ExtendWith(InEnglishAgain.class)
class NothingIsCutTest {
    @TempDir
    private Path folder = Path.of("");

    @Test
    void onNoMainViewInASmallWindowOrWithLargerTextInTheOtherTheme() {
        nothingIsCut("small 1024", "larger 1280");
    }

    /** Each time a language with longer words than German goes the same way, see {@link PseudoLanguageTest}. */
    @Tag("long")
    @Test
    void inGermanNeither() {
        Say.use(Language.GERMAN);
        nothingIsCut("small German", "larger German");
    }

    @Tag("long")
    @Test
    void onNoMainViewAsItOpens() {
        nothingIsCut("day 1280");
    }

    private void nothingIsCut(String... rounds) {
        List<String> cut = new ArrayList<>();
        Pages.visit(folder, (w, where) -> Pages.cut(w).forEach(c -> cut.add(where + ": " + c)), rounds);
        assertThat(cut).isEmpty();
    }
}
