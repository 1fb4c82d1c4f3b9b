package wistaxis.store.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem;

class LedgerTest {
    private static final Instant AT = Instant.parse("2026-05-12T09:00:00.123Z");

    @TempDir
    private Path folder = Path.of("");

    private Path file() {
        return folder.resolve("ledger.db");
    }

    private Ledger filled() {
        Ledger ledger = Ledger.open(file());
        String ticket = ledger.openTicket(new TicketEvent.Opened("Deck phone, \"blue\"", true), AT).ticket();
        ledger.append(ticket, new TicketEvent.FactRecorded("trouble", "passcode-forgotten"), AT);
        ledger.append(ticket, new TicketEvent.FactRecorded("deviceWords", "it's, well,\na phone"), AT);
        return ledger;
    }

    private void sql(String... statements) throws SQLException {
        try (Connection db = DriverManager.getConnection("jdbc:sqlite:" + file()); Statement s = db.createStatement()) {
            for (String sql : statements) {
                s.execute(sql);
            }
        }
    }

    @Test
    void whatWasAppendedIsThereAfterReopening() {
        List<LedgerEntry> before = filled().entries();
        Ledger again = Ledger.open(file());
        assertThat(again.entries()).isEqualTo(before).hasSize(3);
        assertThat(again.check(null, AT).broken()).isEmpty();
        assertThat(again.openTicket(new TicketEvent.Opened("next", true), AT).ticket()).isEqualTo("T-0002");
        assertThat(Ticket.fold(before).fact("deviceWords")).hasValue("it's, well,\na phone");
    }

    @Test
    void manyAtOnceAreAllThereOrNone() {
        Ledger ledger = filled();
        assertThatThrownBy(() -> ledger.together(a -> {
            a.openTicket(new TicketEvent.Opened("lost", true), AT);
            throw new IllegalStateException("half way");
        })).hasMessageContaining("half way");
        assertThat(ledger.entries()).hasSize(3);
        assertThat(ledger.<String>together(a -> {
            String number = a.openTicket(new TicketEvent.Opened("whole", true), AT).ticket();
            return a.append(number, new TicketEvent.Closed(Said.sentence("done")), AT).ticket();
        })).isEqualTo("T-0002");
        assertThat(Ledger.open(file()).entries()).hasSize(5);
        assertThat(ledger.check(null, AT).broken()).isEmpty();
    }

    @Test
    void nothingIsChangedOrRemovedAndWhoeverForcesItIsFoundOut() throws SQLException {
        filled();
        assertThatThrownBy(() -> sql("UPDATE event SET at = 'x' WHERE number = 2")).hasMessageContaining("append-only");
        assertThatThrownBy(() -> sql("DELETE FROM event WHERE number = 2")).hasMessageContaining("append-only");
        sql("DROP TRIGGER event_is_never_changed", "UPDATE event SET body = replace(body, 'trouble', 'troubles') WHERE number = 2");
        assertThat(Ledger.open(file()).check(null, AT).broken()).hasValueSatisfying(b -> assertThat(b).contains("[2]"));
    }

    @Test
    void aDamagedFileIsRefusedInWordsAndLeftAsItIs() throws IOException {
        filled();
        Files.write(file(), new byte[] {'n', 'o', 't', ' ', 'a', ' ', 'd', 'b'});
        Files.deleteIfExists(folder.resolve("ledger.db-wal"));
        byte[] before = Files.readAllBytes(file());
        assertThatThrownBy(() -> Ledger.open(file()))
                .isInstanceOfSatisfying(DiskProblem.class, e -> assertThat(e.kind()).isEqualTo(DiskProblem.Kind.DAMAGED))
                .hasMessageContaining(file().toString()).hasMessageContaining("newest copy");
        assertThat(Files.readAllBytes(file())).isEqualTo(before);
    }

    @Test
    void aTornPageIsFoundOut() throws IOException, SQLException {
        Ledger ledger = filled();
        for (int i = 0; i < 200; i++) {
            ledger.append("T-0001", new TicketEvent.FactRecorded("n", "value " + i), AT);
        }
        sql("PRAGMA wal_checkpoint(TRUNCATE)");
        byte[] bytes = Files.readAllBytes(file());
        java.util.Arrays.fill(bytes, 4096, 4096 * 5, (byte) 0x5a);
        Files.write(file(), bytes);
        assertThatThrownBy(() -> Ledger.open(file()))
                .isInstanceOfSatisfying(DiskProblem.class, e -> assertThat(e.kind()).isEqualTo(DiskProblem.Kind.DAMAGED));
    }

    @Test
    void aNewerSchemaIsLeftAlone() throws SQLException {
        filled();
        sql("PRAGMA user_version = 99");
        assertThatThrownBy(() -> Ledger.open(file())).isInstanceOf(BadInput.class).hasMessageContaining("[99]");
    }

    /** CSV read back by commons-csv, JSON by Jackson; RFC 4180 for the quoting. */
    @Test
    void exportsCanBeReadBack() throws IOException {
        List<LedgerEntry> entries = filled().entries();
        JsonNode json = new ObjectMapper().readTree(LedgerExport.JSON.of(entries));
        assertThat(json.get("entries")).hasSize(3);
        assertThat(json.get("entries").get(2).get("event").get("value").asText()).isEqualTo("it's, well,\na phone");
        assertThat(json.get("entries").get(2).get("body").asText()).isEqualTo(entries.get(2).body());
        try (CSVParser csv = CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get()
                .parse(new StringReader(LedgerExport.CSV.of(entries)))) {
            assertThat(csv.getRecords()).extracting(r -> r.get("type")).containsExactly("opened", "fact-recorded", "fact-recorded");
        }
        LedgerExport.CSV.write(entries::forEach, folder.resolve("out.csv"));
        assertThat(folder.resolve("out.csv")).hasContent(LedgerExport.CSV.of(entries));
    }

    /** A child process says what it has saved, line by line, and is killed while it goes on. */
    @Test
    void aKillLosesNothingThatWasAcknowledgedAndTheTicketReopensAtItsStage() throws Exception {
        for (int round = 0; round < 3; round++) {
            Process child = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "--enable-native-access=ALL-UNNAMED",
                    "-cp", System.getProperty("java.class.path"), Writer.class.getName(), file().toString()).redirectErrorStream(true)
                    .start();
            List<String> acknowledged = new ArrayList<>();
            try (BufferedReader out = new BufferedReader(new InputStreamReader(child.getInputStream(), StandardCharsets.UTF_8))) {
                while (acknowledged.size() < 40 + 17 * round) {
                    acknowledged.add(out.readLine());
                }
                child.destroyForcibly().waitFor();
            }
            Ledger ledger = Ledger.open(file());
            assertThat(ledger.entries()).extracting(LedgerEntry::digest).containsAll(acknowledged);
            assertThat(ledger.check(null, AT).broken()).isEmpty();
        }
        List<LedgerEntry> first = Ledger.open(file()).entries().stream().filter(e -> e.ticket().equals("T-0001")).toList();
        assertThat(Ticket.fold(first).stage()).isEqualTo(Stage.ROUTE);
    }

    /** What the child process does. */
    static final class Writer {
        public static void main(String[] args) {
            Ledger ledger = Ledger.open(Path.of(args[0]));
            LedgerEntry opened = ledger.openTicket(new TicketEvent.Opened("killed", true), AT);
            System.out.println(opened.digest());
            System.out.println(ledger.append(opened.ticket(), new TicketEvent.FactRecorded("trouble", "passcode-forgotten"), AT).digest());
            System.out.println(ledger.append(opened.ticket(), new TicketEvent.Identified("iPhone13,2", "by the number"), AT).digest());
            for (int i = 0; i < 100_000; i++) {
                System.out.println(ledger.append(opened.ticket(), new TicketEvent.FactRecorded("note", "number " + i), AT).digest());
            }
        }
    }

    @Test
    void dataLiesWhereTheOperatingSystemKeepsIt() {
        Path home = Path.of("/home/t");
        assertThat(DataFolder.usual("Linux", Map.of(), home)).isEqualTo(Path.of("/home/t/.local/share/wistaxis"));
        assertThat(DataFolder.usual("Linux", Map.of("XDG_DATA_HOME", "/data"), home)).isEqualTo(Path.of("/data/wistaxis"));
        assertThat(DataFolder.usual("Mac OS X", Map.of(), home)).isEqualTo(Path.of("/home/t/Library/Application Support/Wistaxis"));
        assertThat(DataFolder.usual("Windows 11", Map.of("APPDATA", "/roam"), home)).isEqualTo(Path.of("/roam/Wistaxis"));
        assertThatThrownBy(() -> DataFolder.open(Files.writeString(folder.resolve("file"), "x"))).isInstanceOf(BadInput.class)
                .hasMessageContaining("--data");
    }
}
