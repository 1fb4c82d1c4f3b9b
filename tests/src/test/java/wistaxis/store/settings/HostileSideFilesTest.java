package wistaxis.store.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import wistaxis.core.facts.Hostile;
import wistaxis.core.facts.Json;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.practice.Measured;
import wistaxis.standins.StandInSigner;
import wistaxis.store.files.SideFile;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.internet.DownloadQueue;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.practice.PracticeBook;

/**
 * Side files with every value of theirs replaced: each is used, or set aside with the reason and still there; nothing is thrown at
 * whoever opens the bench.
 */
class HostileSideFilesTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final FirmwareCheck CHECK = new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey());

    @TempDir
    private Path folder = Path.of("");

    /** Reads a side file. @return what was wrong with it */
    private interface Reader {
        String problem(Path file) throws IOException;
    }

    static Stream<Arguments> files() {
        return Stream.of(
                file("settings",
                "{\"preferences\":{\"waiting\":\"skip\"},\"holidays\":\"gb-eng\",\"recoveryTimeout\":\"15min\",\"methods\":{\"SIDE-KEY/dfu\":\"x\"}}", f -> Settings.read(f, _ -> { }).problem()),
                file("catalogue",
                "{\"format\":\"wistaxis-firmware\",\"version\":1,\"builds\":[{\"build\":{\"identifiers\":[\"iPhone13,2\"],\"version\":\"31.10\",\"build\":\"31K88\",\"released\":\"2026-05-03\",\"sizeBytes\":1000,\"sha256\":\""
                        + "a".repeat(64)
                        + "\",\"path\":\"/x\",\"signed\":true,\"signedUntil\":null},\"askedAt\":\"2026-05-12T08:00:00Z\"}]}",
                        f -> new CatalogueFile(f).read(NOW).problem()),
                file("memory of the ledger", "{\"entries\":3,\"last\":\"ab\",\"at\":\"2026-05-12T08:00:00Z\"}",
                f -> LedgerSeen.readOrSetAside(f).problem()),
                file("index of the firmware folder",
                "{\"items\":[{\"name\":\"a.zip\",\"bytes\":3,\"modifiedMillis\":4,\"report\":{\"verdict\":\"proven\",\"proof\":\"signed\",\"sha256\":\"" + "b".repeat(64) + "\",\"products\":[\"iPhone13,2\"],\"version\":\"1\",\"build\":\"2\","
                        + "\"parts\":1,\"reason\":\"r\",\"details\":[\"d\"]}}]}", f -> new FirmwareFolder(f.resolveSibling("firmware"), f, CHECK)
                        .problem()));
    }

    private static Arguments file(String name, String good, Reader reader) {
        return Arguments.of(name, good, reader);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("files")
    void whateverIsInASideFileCostsNoMoreThanTheFile(String name, String good, Reader reader) throws IOException {
        Path file = folder.resolve("side.json");
        assertThat(reader.problem(Files.writeString(file, good))).isEmpty();
        int aside = 0;
        for (Hostile.Text t : Hostile.of(good)) {
            String problem = reader.problem(Files.writeString(file, t.json()));
            assertThat(Files.exists(file)).as("%s %s: %s", t.where(), t.what(), problem).isEqualTo(problem.isEmpty());
            aside += problem.isEmpty() ? 0 : 1;
        }
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there.filter(p -> SideFile.isAside(p.getFileName().toString()))).as("nothing is lost").hasSize(aside)
                    .hasSizeGreaterThan(20);
        }
    }

    @Test
    void theNoteOfAPartIsNoAuthority() throws IOException {
        Files.write(folder.resolve("x.zip.part"), new byte[9]);
        for (Hostile.Text t : Hostile.of("{\"etag\":\"\\\"v\\\"\",\"sha256\":\"" + "a".repeat(64) + "\"}")) {
            Files.writeString(folder.resolve("x.zip.part.json"), t.json());
            assertThat(DownloadQueue.leftovers(folder)).as("%s %s", t.where(), t.what()).hasSizeLessThan(2);
        }
    }

    @Test
    void aPracticeBookOpensHoweverItIs() throws IOException, SQLException {
        Path file = folder.resolve("practice.db");
        String good = Json.write(new Measured(Measured.What.LIGHT, 0.2, 0));
        List<Hostile.Text> bad = Hostile.of(good);
        try (PracticeBook book = PracticeBook.open(file)) {
            book.add("Robin", new Measured(Measured.What.LIGHT, 0.2, 0), NOW);
        }
        try (var db = DriverManager.getConnection("jdbc:sqlite:"
                + file); var insert = db.prepareStatement("INSERT INTO practice (person, kind, at, body) VALUES ('Robin', ?, 'x', ?)")) {
            for (Hostile.Text t : bad) {
                for (String kind : List.of("attempt", "measured")) {
                    insert.setString(1, kind);
                    insert.setString(2, t.json());
                    insert.addBatch();
                }
            }
            insert.executeBatch();
        }
        try (PracticeBook book = PracticeBook.openAnyhow(file).book()) {
            assertThat(book.attempts("Robin")).isEmpty();
            assertThat(book.measured("Robin")).contains(new Measured(Measured.What.LIGHT, 0.2, 0));
            assertThat(book.unreadable()).isGreaterThan(bad.size());
        }
        for (Map.Entry<String, String> damage : Map.of("not a database", "set aside as [practice.db.set-aside-", "",
                "set aside as [practice.db.set-aside-").entrySet()) {
            Files.writeString(file, damage.getKey());
            PracticeBook.Opened opened = PracticeBook.openAnyhow(file);
            assertThat(opened.problem()).contains("Practice book").contains(damage.getValue());
            opened.book().add("Robin", new Measured(Measured.What.TONE, 0.2, 0), NOW);
            assertThat(opened.book().people()).containsExactly("Robin");
            opened.book().close();
        }
        Files.delete(file);
        Files.createDirectory(file);
        PracticeBook.Opened inMemory = PracticeBook.openAnyhow(file);
        assertThat(inMemory.problem()).contains("not saved");
        inMemory.book().add("Robin", new Measured(Measured.What.TONE, 0.2, 0), NOW);
        assertThat(inMemory.book().measured("Robin")).hasSize(1);
    }
}
