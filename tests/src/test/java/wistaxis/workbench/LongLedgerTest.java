package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;

/** A short ledger is looked through before the bench opens, a long one behind its start: nothing that is wrong with either is passed over. */
class LongLedgerTest {
    private static final Instant AT = Instant.parse("2026-05-12T08:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    /** @param letters of each entry */
    private Path ledger(long entries, int letters) {
        Path file = DataFolder.open(folder).ledger();
        try (Ledger ledger = Ledger.open(file, () -> AT)) {
            ledger.together(l -> {
                String closed = l.openTicket(new TicketEvent.Opened("A phone", true), AT).ticket();
                for (long i = 0; i < entries - 3; i++) {
                    l.append(closed, new TicketEvent.FactRecorded("deviceWords", "n" + i + "x".repeat(letters)), AT);
                }
                l.append(closed, new TicketEvent.Closed(Said.sentence("done")), AT);
                return l.openTicket(new TicketEvent.Opened("Another", true), AT);
            });
        }
        return file;
    }

    private static void sql(Path file, String... statements) throws SQLException {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file); var s = db.createStatement()) {
            for (String statement : statements) {
                s.execute(statement);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {20, LedgerStore.LOOKED_THROUGH, LedgerStore.LOOKED_THROUGH + 1, 3 * LedgerStore.LOOKED_THROUGH})
    void whatWasChangedIsSaidAndNothingIsWrittenUntilSomebodyHasReadIt(long entries) throws SQLException {
        Path file = ledger(entries, 1);
        sql(file, "DROP TRIGGER event_is_never_changed", "UPDATE event SET body = replace(body, 'n4x', 'n5x') WHERE number = 6");
        try (BenchAtWork at = new BenchAtWork(folder)) {
            assertThat(at.bench.tickets().unread().isPresent()).as("before it opens").isEqualTo(entries <= LedgerStore.LOOKED_THROUGH);
            at.until(() -> at.bench.tickets().unread().isPresent());
            assertThat(at.bench.tickets().unread().orElseThrow()).contains("[6]");
            assertThatThrownBy(() -> at.bench.tickets().append("T-0002", List.of(new TicketEvent.FactRecorded("liquid", "no"))))
                    .hasMessageContaining("[6]");
            at.done(at.bench.readBreak());
            List<LedgerEntry> written = at.done(at.bench.tickets().append("T-0002", List.of(new TicketEvent.FactRecorded("liquid", "no"))));
            assertThat(written).hasSize(1);
        }
        try (BenchAtWork again = new BenchAtWork(folder)) {
            again.until(() -> again.bench.tickets().entries() > entries + 1);
            assertThat(again.bench.tickets().unread()).as("somebody has read it").isEmpty();
        }
    }

    /** A file of several megabytes is not looked through before the bench opens either; a page that is torn is found behind it. */
    @Test
    void aTornPageOfALargeFileIsSaidBehindTheStart() throws IOException, SQLException {
        Path file = ledger(LedgerStore.LOOKED_THROUGH + 100, 8000);
        sql(file, "PRAGMA wal_checkpoint(TRUNCATE)");
        byte[] bytes = Files.readAllBytes(file);
        assertThat(bytes.length).isGreaterThan(4_000_000);
        int middle = bytes.length / 2 / 4096 * 4096;
        Arrays.fill(bytes, middle, middle + 5 * 4096, (byte) 0x5a);
        Files.write(file, bytes);
        try (BenchAtWork at = new BenchAtWork(folder)) {
            StringBuilder said = new StringBuilder();
            at.until(() -> {
                at.bench.notices().take().forEach(n -> said.append(n).append('\n'));
                return !said.isEmpty() || at.bench.tickets().unread().isPresent();
            });
            assertThat(said + at.bench.tickets().unread().orElse("")).contains("could not be verified", file.toString(), "is damaged",
                    "newest copy");
        }
    }
}
