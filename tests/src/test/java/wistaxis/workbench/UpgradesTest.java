package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.Objects;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Stage;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;

/** Data folders of practice as the programs of their time left them, one of each schema; the first schema is OldLedgerTest's. */
class UpgradesTest {
    private static final int NEWEST = 5;
    private static final Instant LATER = Instant.parse("2027-01-04T09:00:00Z");

    @TempDir
    private Path folder;

    private static void unpack(int schema, Path to) throws IOException {
        Files.createDirectories(to);
        try (InputStream in = Objects.requireNonNull(UpgradesTest.class.getResourceAsStream("/folders/schema-" + schema + ".zip"));
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null;) {
                if (!entry.isDirectory()) {
                    Files.copy(zip, Files.createDirectories(to.resolve(entry.getName()).getParent()).resolve(to.resolve(entry.getName())
                            .getFileName()));
                }
            }
        }
    }

    private static <T> T sql(Path file, String query, Class<T> type) throws SQLException {
        try (Connection c = DriverManager.getConnection("jdbc:sqlite:" + file); Statement s = c.createStatement(); ResultSet r = s
                .executeQuery(query)) {
            r.next();
            return type.cast(type == Integer.class ? (Object) r.getInt(1) : r.getString(1));
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5})
    void opensAndGoesOn(int schema) throws IOException, SQLException {
        unpack(schema, folder);
        Path file = folder.resolve("ledger.db");
        assertThat(sql(file, "PRAGMA user_version", Integer.class)).isEqualTo(schema);
        int entries = sql(file, "SELECT count(*) FROM event", Integer.class);
        String head = sql(file, "SELECT digest FROM event ORDER BY number DESC LIMIT 1", String.class);
        try (BenchAtWork at = new BenchAtWork(folder, null, LATER)) {
            assertThat(at.bench.tickets().open()).isNotEmpty().allSatisfy(t -> assertThat(t.title()).isNotBlank());
            if (schema > 2) {
                assertThat(at.bench.ticket("T-0001").fact("trouble")).contains("disabled");
                assertThat(at.bench.ticket("T-0001").identifier()).isEqualTo("iPhone13,2");
            }
            String n = at.opened("After it");
            assertThat(at.bench.ticket(n).stage()).isEqualTo(Stage.INTAKE);
        }
        assertThat(sql(file, "PRAGMA user_version", Integer.class)).isEqualTo(NEWEST);
        try (Ledger ledger = Ledger.openReadOnly(file)) {
            LedgerCheck check = ledger.check(null, LATER.plusSeconds(86_400));
            assertThat(check.broken()).isEmpty();
            assertThat(check.findings()).isEmpty();
            assertThat(check.entries()).isGreaterThan(entries);
            assertThat(ledger.entries().get(entries - 1).digest()).as("what was there is there").isEqualTo(head);
        }
    }

    /** A program that meets a schema of the future changes nothing. */
    @Test
    void aNewerOneIsLeftAlone() throws IOException, SQLException {
        unpack(NEWEST, folder);
        Path file = folder.resolve("ledger.db");
        try (Connection c = DriverManager.getConnection("jdbc:sqlite:" + file); Statement s = c.createStatement()) {
            s.execute("PRAGMA user_version = 99");
        }
        byte[] before = Files.readAllBytes(file);
        assertThatThrownBy(() -> new BenchAtWork(folder)).isInstanceOf(BadInput.class).hasMessageContaining("[99]");
        assertThatThrownBy(() -> Ledger.openReadOnly(file)).isInstanceOf(BadInput.class);
        assertThat(file).hasBinaryContent(before);
    }

    /** Killed while it brings a ledger up to date, at any moment, it is whole, and the next start does the rest. */
    @Test
    void aMigrationThatIsKilledIsMadeUpFor() throws Exception {
        SplittableRandom random = new SplittableRandom(3);
        for (int i = 0; i < 6; i++) {
            Path shop = folder.resolve("shop" + i);
            unpack(2, shop);
            Process process = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1",
                    "-XX:+UseSerialGC", "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"), Opens.class.getName(),
                    shop.resolve("ledger.db").toString()).redirectErrorStream(true).start();
            process.getInputStream().read(); // it is about to
            process.waitFor(random.nextInt(60), TimeUnit.MILLISECONDS);
            process.destroyForcibly().waitFor();
            try (Ledger ledger = Ledger.open(shop.resolve("ledger.db"))) {
                LedgerCheck check = ledger.check(null, LATER.plusSeconds(86_400));
                assertThat(check.broken()).isEmpty();
                assertThat(check.findings()).isEmpty();
            }
        }
    }

    /** Opens a ledger, which brings it up to date. */
    static final class Opens {
        private Opens() {}

        public static void main(String[] args) {
            System.out.println("now");
            Ledger.open(Path.of(args[0])).close();
        }
    }
}
