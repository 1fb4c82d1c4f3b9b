package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.bouncycastle.crypto.generators.Argon2BytesGenerator;
import org.bouncycastle.crypto.params.Argon2Parameters;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.workbench.backup.Backups;

/** The shop's data in one sealed file, made while the bench works, and brought back. */
class BackupsTest {
    private static final BackupKey KEY = BackupKey.parse("five words that nobody guesses");
    private static final Instant NOW = Instant.parse("2026-05-12T09:30:00Z");

    @TempDir
    private Path folder;

    private Path shop;
    private Path drive;

    /** A bench with a customer, who is named in the sealed file of customers, and a shop that says who it is. */
    private BenchAtWork bench() throws IOException {
        shop = folder.resolve("shop");
        drive = Files.createDirectories(folder.resolve("drive"));
        BenchAtWork at = new BenchAtWork(shop);
        String n = at.opened("Blue one");
        at.give(n, new Command.Keep("Odo Quillfeather", "quay 7", ""));
        at.record(n, new TicketEvent.FactRecorded("trouble", "unavailable"));
        return at;
    }

    private Backup.Found make(Path to) {
        return Backup.make(new DataFolder(shop), to, KEY, NOW, (_, _) -> true);
    }

    @Test
    void whatIsBroughtBackIsWhatWasThere() throws IOException {
        Path file = folder.resolve("a.wistaxis-backup");
        Path back = folder.resolve("back");
        try (BenchAtWork at = bench()) {
            Files.writeString(shop.resolve("terms.txt"), "Ours\n");
            Files.createDirectories(shop.resolve("exports"));
            Files.writeString(shop.resolve("exports").resolve("paper.txt"), "kept");
            Files.writeString(at.bench.stock().firmwareFolder().folder().resolve("large.bin"), "left out");
            KEY.write(new DataFolder(shop).backupKey());
            Backup.Found made = make(file);
            assertThat(Backup.verify(file, KEY, (_, _) -> true)).isEqualTo(made);
            assertThat(Backup.restore(file, KEY, back, (_, _) -> true)).isEqualTo(made);
            try (Ledger was = Ledger.openReadOnly(shop.resolve("ledger.db")); Ledger is = Ledger.openReadOnly(back.resolve("ledger.db"))) {
                assertThat(is.entries()).isEqualTo(was.entries()).hasSize((int) made.entries());
            }
            try (Stream<Path> files = Files.walk(back)) {
                assertThat(files.filter(Files::isRegularFile).map(f -> back.relativize(f).toString())).contains("terms.txt",
                        "exports/paper.txt", "people.db", "practice.db", "backup-key").noneMatch(f -> f.contains("large") || f.startsWith(
                                "log") || f.equals("holder.json"));
            }
        }
        try (BenchAtWork again = new BenchAtWork(back)) {
            assertThat(again.bench.people().find("quillfeather")).hasSize(1);
        }
        assertThatThrownBy(() -> Backup.restore(file, KEY, back, (_, _) -> true)).isInstanceOf(BadInput.class).hasMessageContaining(
                "is not empty");
        assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1)).doesNotContain("Quillfeather", "SQLite", "Blue one");
    }

    /** Opened as docs/formats.md says, by nothing of ours: AES-GCM of the JDK, Argon2id as RFC 9106 has it. */
    @Test
    void theFileIsWhatTheDocumentSays() throws Exception {
        // published: RFC 9106, 5.3, the test vector of Argon2id
        Argon2BytesGenerator rfc = new Argon2BytesGenerator();
        rfc.init(new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id).withVersion(0x13).withIterations(3).withMemoryAsKB(32)
                .withParallelism(4).withSalt(filled(16, 2)).withSecret(filled(8, 3)).withAdditional(filled(12, 4)).build());
        byte[] tag = new byte[32];
        rfc.generateBytes(filled(32, 1), tag);
        assertThat(HexFormat.of().formatHex(tag)).isEqualTo("0d640df58d78766c08c037a34a8b53c9d01ef0452d75b65eb52520e96b01e659");

        Path file = folder.resolve("a.wistaxis-backup");
        try (BenchAtWork _ = bench()) {
            make(file);
        }
        byte[] all = Files.readAllBytes(file);
        int first = indexOf(all, 0) + 1;
        int body = indexOf(all, first) + 1;
        assertThat(new String(all, 0, first, StandardCharsets.UTF_8)).isEqualTo("wistaxis-backup 1\n");
        Map<?, ?> head = Json.read(new String(all, first, body - first, StandardCharsets.UTF_8), Map.class, "head");
        Argon2BytesGenerator argon = new Argon2BytesGenerator();
        argon.init(new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id).withVersion(0x13).withIterations((int) head.get("passes"))
                .withMemoryAsKB((int) head.get("memoryKib")).withParallelism((int) head.get("lanes")).withSalt(HexFormat.of().parseHex(
                        (String) head.get("salt"))).build());
        byte[] key = new byte[32];
        argon.generateBytes(KEY.text().getBytes(StandardCharsets.UTF_8), key);
        int piece = (int) head.get("piece") + 16;
        ByteBuffer clear = ByteBuffer.allocate(all.length);
        for (int at = body, n = 0; at < all.length; at += piece, n++) {
            int length = Math.min(piece, all.length - at);
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(Cipher.DECRYPT_MODE, new SecretKeySpec(key, "AES"), new GCMParameterSpec(128, ByteBuffer.allocate(12).put(HexFormat
                    .of().parseHex((String) head.get("nonce"))).putInt(n).put((byte) (at + length == all.length ? 1 : 0)).array()));
            cipher.updateAAD(all, 0, body);
            clear.put(cipher.doFinal(all, at, length));
        }
        TreeMap<String, Long> names = new TreeMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(clear.array(), 0, clear.position()))) {
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null;) {
                names.put(entry.getName(), (long) zip.readAllBytes().length);
            }
        }
        assertThat(names).containsKeys("backup.json", "ledger.db", "people.db");
    }

    private static byte[] filled(int n, int with) {
        byte[] bytes = new byte[n];
        Arrays.fill(bytes, (byte) with);
        return bytes;
    }

    private static int indexOf(byte[] in, int from) {
        int at = from;
        while (in[at] != '\n') {
            at++;
        }
        return at;
    }

    /** Whatever is done to a file, it is refused, and nothing is left where it was to go. */
    @Test
    void aDamagedOneIsNeverTaken() throws IOException {
        Path file = folder.resolve("a.wistaxis-backup");
        try (BenchAtWork _ = bench()) {
            assertThatThrownBy(() -> Backup.make(new DataFolder(shop), file, KEY, NOW, (done, all) -> done <= all / 2)).isInstanceOf(
                    Backup.Stopped.class);
            assertThat(file).as("stopped while it was read back").doesNotExist();
            make(file);
        }
        byte[] whole = Files.readAllBytes(file);
        int body = indexOf(whole, indexOf(whole, 0) + 1) + 1;
        Path bad = folder.resolve("bad.wistaxis-backup");
        for (byte[] changed : List.of(flipped(whole, body), flipped(whole, whole.length / 2), flipped(whole, whole.length - 1), flipped(whole,
                body - 4), Arrays.copyOf(whole, whole.length - 1), Arrays.copyOf(whole, body), Arrays.copyOf(whole, 30), Arrays.copyOf(whole,
                        whole.length + 7), new byte[0], "something else\n".getBytes(StandardCharsets.UTF_8))) {
            Files.write(bad, changed);
            Path to = folder.resolve("to");
            assertThatThrownBy(() -> Backup.restore(bad, KEY, to, (_, _) -> true)).isInstanceOf(BadInput.class);
            assertThatThrownBy(() -> Backup.verify(bad, KEY, (_, _) -> true)).isInstanceOf(BadInput.class);
            assertThat(to).doesNotExist();
        }
        assertThatThrownBy(() -> Backup.verify(file, BackupKey.make(), (_, _) -> true)).isInstanceOf(BadInput.class).hasMessageContaining(
                "does not open");
        assertThatThrownBy(() -> Backup.restore(file, KEY, folder.resolve("to"), (_, _) -> false)).isInstanceOf(Backup.Stopped.class);
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left.map(f -> f.getFileName().toString())).noneMatch(n -> n.startsWith(".wistaxis-") || n.equals("to"));
        }
    }

    private static byte[] flipped(byte[] whole, int at) {
        byte[] copy = whole.clone();
        copy[at] ^= 1;
        return copy;
    }

    @Test
    void keysAreReadAsPeopleTypeThem() {
        BackupKey made = BackupKey.make();
        assertThat(made.isMade()).isTrue();
        assertThat(BackupKey.parse(" " + made.text().toLowerCase(java.util.Locale.ROOT).replace('-', ' ').replace('0', 'o').replace('1', 'l')
                + " ")).isEqualTo(made);
        assertThat(BackupKey.parse("  twelve or so ").isMade()).isFalse();
        assertThat(made).hasToString("BackupKey");
        assertThatThrownBy(() -> BackupKey.parse("too short")).isInstanceOf(BadInput.class).hasMessageContaining("12");
    }

    /** Each day one, made up for when the drive is back; those past their time go, and nobody else's files. */
    @Test
    void oneEachDayOnADriveThatComesAndGoes() throws IOException {
        try (BenchAtWork at = bench()) {
            Backups backups = at.bench.backups();
            backups.passphrase(KEY.text());
            backups.goTo(drive.toString());
            at.until(() -> backups.place().last() != null);
            Path first = Path.of(backups.place().last().file());
            assertThat(Backup.verify(first, KEY, (_, _) -> true).entries()).isEqualTo(backups.place().last().entries());
            assertThat(backups.isDueAtClosing()).isFalse();
            at.record("T-0001", new TicketEvent.FactRecorded("liquid", "no"));
            assertThat(backups.isDueAtClosing()).isTrue();
            Files.writeString(drive.resolve("holiday.txt"), "somebody's");
            Files.write(drive.resolve("wistaxis-00000000-20200101-000000.wistaxis-backup"), Files.readAllBytes(first));
            Files.writeString(drive.resolve(first.getFileName().toString().replaceFirst("\\d{8}-", "20200101-")), "named like one");

            Path away = folder.resolve("away");
            Files.move(drive, away);
            at.leap(Duration.ofDays(1));
            at.until(() -> backups.place().why() != null);
            assertThat(backups.place().why()).contains("is not there");
            assertThat(at.bench.notices().take()).as("no alarm").isEmpty();
            Files.move(away, drive);
            at.leap(Duration.ofMinutes(6));
            at.until(() -> backups.place().why() == null && backups.running().isEmpty());
            for (int day = 0; day < 9; day++) {
                LocalDate made = LocalDate.ofInstant(backups.place().last().at(), java.time.ZoneId.systemDefault());
                at.leap(Duration.ofDays(1));
                at.until(() -> LocalDate.ofInstant(backups.place().last().at(), java.time.ZoneId.systemDefault()).isAfter(made)
                        && backups.running().isEmpty());
            }
            try (Stream<Path> files = Files.list(drive)) {
                assertThat(files.map(f -> f.getFileName().toString())).contains("holiday.txt",
                        "wistaxis-00000000-20200101-000000.wistaxis-backup").anyMatch(f -> f.contains("-20200101-")
                                && !f.contains("00000000")).hasSizeBetween(3 + 7, 3 + 9);
            }
            assertThat(at.done(backups.rehearse("not the right words"))).contains("does not open");
            assertThat(backups.rehearsalDue()).isTrue();
            assertThat(at.done(backups.rehearse(KEY.text()))).contains("brought back whole");
            assertThat(backups.rehearsalDue()).isFalse();
        }
        assertThat(Backups.atClosing(new DataFolder(shop))).isEmpty();
    }

    /** What is written meanwhile is in it or is not: either way the chain holds and the backup is whole. */
    @Test
    void madeWhileTheBenchWrites() throws IOException {
        try (BenchAtWork at = bench()) {
            for (int i = 0; i < 5; i++) {
                var writing = at.bench.tickets().append("T-0001", List.of(new TicketEvent.FactRecorded("deviceWords", "n" + i)));
                Backup.Found found = make(folder.resolve(i + ".wistaxis-backup"));
                at.done(writing);
                assertThat(found.entries()).isLessThanOrEqualTo(at.bench.tickets().entries()).isPositive();
            }
        }
    }

    /** Nobody is named in what is given to whoever helps: neither customers nor people, neither numbers nor places. */
    @Test
    void theReportNamesNobody() throws IOException {
        try (BenchAtWork at = bench()) {
            at.bench.routes().staff("Ada Seven, Bo Eight");
            at.bench.routes().benchName("Quay bench");
            at.bench.routes().library("https://firmware.quay.example/");
            at.bench.routes().profile(wistaxis.store.settings.ShopProfile.Part.NAME, "Ferry Lane Repairs");
            at.give("T-0001", new Command.Keep("Odo Quillfeather", "+00 123 456", ""));
            at.record("T-0001", new TicketEvent.Identified("iPhone14,5", "by the number"), new TicketEvent.FactRecorded("imei", "yes"));
            Path log = Files.createDirectories(shop.resolve("log"));
            Files.writeString(log.resolve("wistaxis-0.log"), "2026-05-12T09:00:00Z SEVERE recording: [...]: java.nio.file.NoSuchFileException: "
                    + "/home/odo/.local/share/wistaxis/ledger.db\n    at wistaxis.store.Some.where(Some.java:1)\n");
            at.settle();
            String report = at.done(at.bench.trouble().text());
            assertThat(report).contains("wistaxis: ", "ledger-entries: ", "library: set", "staff: 2", "at wistaxis.store.Some.where")
                    .doesNotContainIgnoringCase("odo").doesNotContain("Quill", "Ada", "Bo ", "Quay", "quay", "Ferry", "123", "Blue one",
                            folder.toString(), System.getProperty("user.home") + "/", "firmware.");
            assertThat(at.done(at.bench.exports().save(report, folder.resolve("report.txt")))).contains("report.txt");
            assertThat(folder.resolve("report.txt")).hasContent(report.strip());
        }
    }

    @Test
    void aPlaceThatCannotBe() throws IOException {
        try (BenchAtWork at = bench()) {
            for (String bad : List.of("relative/place", shop.resolve("in").toString(), "\0")) {
                assertThatThrownBy(() -> at.bench.backups().goTo(bad)).isInstanceOf(BadInput.class);
            }
            assertThatThrownBy(() -> Backup.make(new DataFolder(shop), folder.resolve("no/such/place"), KEY, NOW, (_, _) -> true))
                    .isInstanceOf(DiskProblem.class);
        }
    }
}
