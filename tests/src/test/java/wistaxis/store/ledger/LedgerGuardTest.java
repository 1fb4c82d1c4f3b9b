package wistaxis.store.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem;

/** A ledger is looked at without a change, remembers how long it was, and takes nothing that was decided on something else. */
class LedgerGuardTest {
    private static final Instant AT = Instant.parse("2026-05-12T09:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    private Path file() {
        return folder.resolve("ledger.db");
    }

    private Map<String, String> everyByte() throws IOException {
        Map<String, String> all = new TreeMap<>();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                all.put(file.getFileName() + " " + Files.getLastModifiedTime(file), Sha256.of(file));
            }
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 15, 100, 511})
    void whatIsCutToNextToNothingIsNoLedger(int bytes) throws IOException {
        Ledger.open(file()).close();
        Files.write(file(), Arrays.copyOf(Files.readAllBytes(file()), bytes));
        Map<String, String> before = everyByte();
        for (int i = 0; i < 2; i++) {
            assertThatThrownBy(() -> Ledger.openReadOnly(file()))
                    .isInstanceOfSatisfying(DiskProblem.class, e -> assertThat(e.kind()).isEqualTo(DiskProblem.Kind.DAMAGED))
                    .hasMessageContaining(bytes + " bytes");
            assertThatThrownBy(() -> Ledger.open(file())).isInstanceOf(DiskProblem.class);
        }
        assertThat(everyByte()).isEqualTo(before);
    }

    @Test
    void aLookChangesNothingHoweverTheLastWriterEnded() throws Exception {
        try (Ledger ledger = Ledger.open(file())) {
            ledger.openTicket(new TicketEvent.Opened("x", true), AT);
            try (Ledger other = Ledger.openReadOnly(file())) {
                assertThat(other.entries()).as("beside a writer at work").hasSize(1);
            }
        }
        Map<String, String> closed = everyByte();
        try (Ledger ledger = Ledger.openReadOnly(file())) {
            assertThat(ledger.check(null, Instant.now()).clean()).isTrue();
            assertThatThrownBy(() -> ledger.append("T-0001", new TicketEvent.Closed(Said.sentence("x")), AT)).isInstanceOf(DiskProblem.class);
        }
        assertThat(everyByte()).isEqualTo(closed);
        killed();
        Map<String, String> after = everyByte();
        assertThat(after.keySet()).as("a log was left").anyMatch(n -> n.startsWith("ledger.db-wal"));
        Files.deleteIfExists(folder.resolve("ledger.db-shm"));
        after.keySet().removeIf(n -> n.startsWith("ledger.db-shm"));
        try (Ledger ledger = Ledger.openReadOnly(file())) {
            assertThat(ledger.entries()).as("with what is in the log only").hasSize(2);
        }
        assertThat(everyByte()).isEqualTo(after);
    }

    /** Leaves database and log as a kill does. */
    private void killed() throws IOException {
        Path there = Files.createDirectory(folder.resolveSibling(folder.getFileName() + "-live"));
        try (Ledger ledger = Ledger.open(Files.copy(file(), there.resolve("ledger.db")))) {
            ledger.append("T-0001", new TicketEvent.FactRecorded("liquid", "no"), AT);
            for (String end : List.of("", "-wal", "-shm")) {
                Files.copy(there.resolve("ledger.db" + end), folder.resolve("ledger.db" + end), StandardCopyOption.REPLACE_EXISTING);
            }
        }
    }

    @Test
    void aMissingEndIsRemembered() throws IOException {
        LedgerSeen seen;
        try (Ledger ledger = Ledger.open(file())) {
            ledger.openTicket(new TicketEvent.Opened("x", true), AT);
            ledger.append("T-0001", new TicketEvent.Closed(Said.sentence("x")), AT);
            seen = ledger.check(null, Instant.now()).seen(AT);
            ledger.append(LedgerEntry.BENCH, new TicketEvent.BreakRead("y"), AT);
            assertThat(ledger.check(seen, Instant.now()).broken()).as("more is no loss").isEmpty();
        }
        Path memory = folder.resolve("ledger-seen.json");
        seen.write(memory);
        assertThat(LedgerSeen.read(memory)).isEqualTo(seen);
        Files.delete(file());
        try (Ledger emptied = Ledger.open(file())) {
            assertThat(emptied.check(seen, Instant.now()).broken())
                    .hasValueSatisfying(b -> assertThat(b).contains("12 May 2026").contains("[2] entries").contains("[0]"));
            emptied.openTicket(new TicketEvent.Opened("another", true), AT);
            emptied.append("T-0001", new TicketEvent.Closed(Said.sentence("x")), AT);
            LedgerCheck anew = emptied.check(seen, Instant.now());
            assertThat(anew.broken()).hasValueSatisfying(b -> assertThat(b).contains("made anew"));
            assertThat(anew.read()).isFalse();
            emptied.append(LedgerEntry.BENCH, new TicketEvent.BreakRead(anew.broken().orElseThrow()), AT);
            assertThat(emptied.check(seen, Instant.now()).read()).isTrue();
        }
        Files.writeString(memory, "{\"entries\":null}");
        assertThat(LedgerSeen.read(memory)).isNull();
    }

    /** Its log without it would be played into a new one. */
    @Test
    void aLogWithoutItsLedgerIsNoBeginning() throws IOException {
        Files.write(folder.resolve("ledger.db-wal"), new byte[4096]);
        assertThatThrownBy(() -> Ledger.open(file())).hasMessageContaining("ledger.db-wal");
        assertThat(file()).doesNotExist();
    }

    @Test
    void whatWasDecidedOnAnotherStateIsRefused() {
        try (Ledger window = Ledger.open(file()); Ledger call = Ledger.open(file())) {
            long seen = window.openTicket(new TicketEvent.Opened("x", true), AT).number();
            long refused = call.append("T-0001", seen, new TicketEvent.ConsentAsked("recovery-restore", false, "owner", "none"), AT)
                    .number();
            assertThatThrownBy(() -> window.append("T-0001", seen, new TicketEvent.RestoreStarted("31K88"), AT))
                    .isInstanceOf(Moved.class).hasMessageContaining("[" + seen + "]").hasMessageContaining("[" + refused + "]");
            assertThat(window.since(seen)).extracting(LedgerEntry::number).containsExactly(refused);
            window.openTicket(new TicketEvent.Opened("another", true), AT);
            assertThat(window.append("T-0001", refused, new TicketEvent.Closed(Said.sentence("x")), AT).number())
                    .as("what others do on other tickets is nobody's business").isEqualTo(4);
            assertThat(window.check(null, Instant.now()).clean()).isTrue();
        }
    }

    /** Written by the schema before this one: read the same, chained on, and its digests as they were. */
    @Test
    void aLedgerWithoutTheWallClockOpensUnchanged() throws SQLException {
        LedgerEntry old = Chain.link(Chain.START, 1, "T-0001", AT, null, new TicketEvent.Opened("old", true).toJson());
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file()); var s = db.createStatement()) {
            s.execute("CREATE TABLE event (number INTEGER PRIMARY KEY, ticket TEXT NOT NULL, at TEXT NOT NULL, body TEXT NOT NULL, "
                    + "previous TEXT NOT NULL, digest TEXT NOT NULL UNIQUE) STRICT");
            s.execute("PRAGMA user_version = 1");
            s.execute("INSERT INTO event VALUES (1, 'T-0001', '" + AT + "', '" + old.body() + "', '" + old.previous() + "', '"
                    + old.digest() + "')");
        }
        try (Ledger looked = Ledger.openReadOnly(file())) {
            assertThat(looked.entries()).containsExactly(old);
        }
        try (Ledger ledger = Ledger.open(file())) {
            LedgerEntry next = ledger.append("T-0001", new TicketEvent.Closed(Said.sentence("new")), AT);
            assertThat(next.wall()).isNotNull();
            assertThat(ledger.entries()).containsExactly(old, next);
            assertThat(ledger.check(null, Instant.now()).clean()).isTrue();
        }
    }

    /** A time that is none is a changed entry, and stops nobody from reading the others. */
    @Test
    void anEntryThatCannotBeReadIsShownAsOne() throws SQLException {
        try (Ledger ledger = Ledger.open(file())) {
            ledger.openTicket(new TicketEvent.Opened("x", true), AT);
        }
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file()); var s = db.createStatement()) {
            s.execute("INSERT INTO event (number, ticket, at, body, previous, digest) VALUES (2, 'T-0001', 'tomorrow', 'nonsense', 'x', "
                    + "'y'), (3, 'T-0002', '2026-05-12T09:00:00Z', '{\"event\":null}', 'y', 'z')");
        }
        try (Ledger ledger = Ledger.openReadOnly(file())) {
            assertThat(ledger.entries()).hasSize(3);
            LedgerCheck check = ledger.check(null, Instant.now());
            assertThat(check.broken()).isPresent();
            assertThat(check.findings()).anyMatch(f -> f.contains("entry [2]") && f.contains("cannot be read"))
                    .anyMatch(f -> f.contains("entry [3]"));
            assertThat(LedgerExport.JSON.of(ledger.entries())).contains("nonsense");
            assertThat(LedgerExport.CSV.of(ledger.entries())).contains("odd");
        }
    }
}
