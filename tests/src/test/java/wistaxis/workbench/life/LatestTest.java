package wistaxis.workbench.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

class LatestTest {
    /** What an earlier search finds late does not stand under a later one. */
    @Test
    void anAnswerThatComesLateIsDropped() {
        List<String> rows = new ArrayList<>();
        Latest latest = new Latest();
        Consumer<String> first = latest.asks(rows::add);
        Consumer<String> older = latest.more(rows::add);
        Consumer<String> second = latest.asks(rows::add);
        second.accept("of the second");
        first.accept("of the first");
        older.accept("more of the first");
        latest.<String>more(rows::add).accept("more of the second");
        assertThat(rows).containsExactly("of the second", "more of the second");
    }
}
