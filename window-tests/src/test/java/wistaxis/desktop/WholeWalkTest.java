package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.ledger.DataFolder;

/** One locked phone from intake to ledger, in the real window, with real clicks and keys. */
@Tag("walk")
@ExtendWith({Waits.class, InEnglishAgain.class})
class WholeWalkTest {
    private static final long LINE = 250_000;

    @TempDir
    private Path folder = Path.of("");

    @Test
    void oneLockedPhoneFromIntakeToLedgerInGerman() throws Exception {
        oneLockedPhoneFromIntakeToLedger(Language.GERMAN);
    }

    /** Each part of it in English is in some other test too. */
    @Tag("long")
    @Test
    void oneLockedPhoneFromIntakeToLedger() throws Exception {
        oneLockedPhoneFromIntakeToLedger(Language.ENGLISH);
    }

    private void oneLockedPhoneFromIntakeToLedger(Language language) throws Exception {
        Say.use(language);
        try (Window w = new Window(DataFolder.open(folder), Instant.now(), LINE)) {
            w.sees("No open tickets");
            WholeWalk walk = new WholeWalk(w, "T-0001", folder);
            walk.intake();
            walk.identify();
            walk.route();
            walk.firmware();
            walk.buttons();
            walk.restore();
            walk.handOver();
            ledger(w);
        }
    }

    private void ledger(Window w) throws Exception {
        w.click("nav-ledger");
        w.sees("Verified: " + w.entries().size() + " entries");
        assertThat(w.entries()).extracting(e -> e.event().type()).containsSubsequence("opened", "fact-recorded", "identified",
                "consent-asked", "route-chosen", "build-chosen",
                "download-started", "download-stopped", "download-started", "downloaded", "package-proven", "keys-attempted",
                "keys-attempted", "keys-attempted", "mode-entered",
                "mode-lost", "keys-attempted", "mode-entered", "restore-started", "stage-reached", "signing-answered", "stage-reached",
                "restored", "check-answered", "closed");
        assertThat(w.entries()).extracting(LedgerEntry::at).isSorted();
        w.click("export-json");
        w.sees("Written: ");
        written(".json");
        w.click("export-csv");
        written(".csv");
        assertThat(w.verify().clean()).isTrue();
    }

    private void written(String ending) {
        Window.until(() -> {
            String[] there = folder.resolve("exports").toFile().list();
            return there != null && Stream.of(there).anyMatch(f -> f.endsWith(ending));
        }, "an export " + ending);
    }
}
