package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.ledger.DataFolder;

/** The intake without a mouse. */
class KeyboardTest {
    @TempDir
    private Path folder = Path.of("");

    @Test
    void anIntakeIsAnsweredWithTabAndEnterOnceEach() {
        try (Window w = new Window(DataFolder.open(folder), Instant.now(), 1_000_000)) {
            w.press(KeyCode.CONTROL);
            w.tap(KeyCode.N);
            w.release(KeyCode.CONTROL);
            w.sees("12 still missing");
            w.focus("trouble-passcode-forgotten");
            w.tap(KeyCode.ENTER);
            w.sees("11 still missing");
            w.tap(KeyCode.TAB);
            w.tap(KeyCode.TAB);
            w.tap(KeyCode.SPACE);
            assertThat(w.bench.ticket("T-0001").facts()).containsEntry("trouble", "passcode-forgotten").containsEntry("screenSays", "disabled");
            w.tap(KeyCode.ENTER);
            w.sees("11 still missing");
            assertThat(w.bench.entries()).extracting(LedgerEntry::event).extracting(e -> e.type())
                    .as("each key press is one answer; a chosen answer chosen again is taken back")
                    .containsExactly("opened", "fact-recorded", "fact-recorded", "fact-withdrawn");
        }
    }
}
