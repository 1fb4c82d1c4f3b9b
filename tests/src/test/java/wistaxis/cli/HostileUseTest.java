package wistaxis.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.Ledger;

/** What hands, scripts and enemies give the command line: answered in words with the right status, and nothing else happens. */
class HostileUseTest {
    @TempDir
    private Path folder = Path.of("");

    private record Ran(int status, String out, String err) {
        JsonNode json() throws IOException {
            return new ObjectMapper().readTree(out);
        }
    }

    private static Ran run(String... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int status = Called.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
        assertThat(err.toString()).as("no trace").doesNotContain("\tat ");
        assertThat(out.toString() + err).as("nothing that moves a terminal").doesNotContain("\u001b").doesNotContain("\u009b")
                .doesNotContain("\u202e");
        return new Ran(status, out.toString(), err.toString());
    }

    private String file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text).toString();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"window --size 1GB --rate 8Mbit/s --window 10min --lock-out 60min | exclude each other",
            "ledger verify --data= | is not a file or folder", "firmware list --device iPhone13,2 --data= | is not a file or folder",
        "route --facts /dev/zero | longer than 1 MB", "simulate --device iPhone13,2 --trace /dev/zero | longer than 10 MB",
        "school check /dev/zero | longer than 5 MB", "firmware import /dev/zero | longer than 32 MB",
        "margins --device iPhone13,2 --goal dfu --hand / | is a folder", "imei \u001b[2J35 | is not 15 digits",
        "sequences --device \u202eqqq\u009b --goal dfu | No device",
        "window --size 1GB --size 2GB --rate 8Mbit/s | is given twice"})
    @EnabledOnOs({OS.LINUX, OS.MAC})
    void badUseIsNamedAndEndsWithTwo(String line, String words) {
        Ran ran = run(line.strip().split(" "));
        assertThat(ran.err()).contains(words);
        assertThat(ran.status()).isEqualTo(2);
        assertThat(ran.out()).isEmpty();
    }

    @Test
    void encodingsAndControlsInFilesAreNamed() throws IOException {
        String good = "{\"trouble\":\"disabled\"}";
        assertThat(run("route", "--facts", file("mark.json", "\uFEFF" + good)).status()).isZero();
        Files.write(folder.resolve("wide.json"), good.getBytes(StandardCharsets.UTF_16));
        assertThat(run("route", "--facts", folder.resolve("wide.json").toString()).err()).contains("UTF-16");
        assertThat(run("route", "--facts", file("c.json", "{\"trouble\":\"\\u001b[2J\\u009b\\u202e\"}")).err())
                .contains("\\u001b[2J\\u009b\\u202e");
        assertThat(run("route", "--facts", file("n.json", "{\"trouble\":7}")).err()).contains("trouble: [7] where a text belongs");
        assertThat(run("route", "--facts", file("blanks.json", " ".repeat(900_000))).err()).contains("file is empty");
    }

    /** An answer that could not be written is no answer. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void anOutputThatIsFullIsAnError() throws Exception {
        for (List<String> command : List.of(List.of("devices"),
                List.of("ledger", "export", "--format", "json", "--data", folder.toString()))) {
            Ledger.open(folder.resolve("ledger.db")).close();
            Process process = program(command).redirectOutput(new File("/dev/full")).start();
            String err = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(process.waitFor()).as("%s: %s", command, err).isEqualTo(1);
            assertThat(err).contains("standard output").doesNotContain("\tat ");
        }
    }

    private static ProcessBuilder program(List<String> command) {
        ProcessBuilder builder = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED", "-XX:TieredStopAtLevel=1", "-cp", System.getProperty("java.class.path"),
                Main.class.getName());
        builder.command().addAll(command);
        return builder;
    }

    /** Whoever has seen enough hangs up, as {@code head} does. */
    @Test
    void aReaderWhoLeavesIsNoFailure() throws Exception {
        Process process = program(List.of("devices", "--json")).start();
        process.getInputStream().close();
        assertThat(new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8)).isEmpty();
        assertThat(process.waitFor()).isZero();
    }

    @Test
    void whatCannotBeWrittenLeavesNothing() throws IOException {
        Ran ran = run("card", "--family", "SIDE-KEY", "--out", folder.toString());
        assertThat(ran.status()).isEqualTo(1);
        assertThat(ran.err()).contains("it is a folder");
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there).isEmpty();
        }
    }

    /**
     * The way of a forger: an unsigned archive that names a build; only a catalogue can make it known, and one that knows another file is
     * in conflict.
     */
    @Test
    void aForgedFirmwareFileIsNotVerified() throws IOException {
        Path forged = folder.resolve("forged.zip");
        String digest = Base64.getEncoder().encodeToString(HexFormat.of().parseHex(Sha256.of(new byte[400])));
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(forged))) {
            zip.putNextEntry(new ZipEntry("BuildManifest.plist"));
            zip.write(("<plist><dict><key>SupportedProductTypes</key><array><string>iPhone13,2</string></array><key>ProductVersion</key><string>31.10</string><key>ProductBuildVersion</key><string>31K88</string>"
                    + "<key>BuildIdentities</key><array><dict><key>Manifest</key><dict><key>a</key><dict><key>Digest</key><data>" + digest
                    + "</data><key>Info</key><dict><key>Path</key><string>a.img</string></dict></dict></dict></dict></array></dict></plist>")
                    .getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("a.img"));
            zip.write(new byte[400]);
        }
        String data = Files.createDirectory(folder.resolve("data")).toString();
        Ran alone = run("verify", "--practice", forged.toString(), "--device", "iPhone13,2", "--data", data, "--json");
        assertThat(alone.status()).isEqualTo(1);
        assertThat(alone.json().get("verdict").asText()).isEqualTo("consistent");
        assertThat(alone.json().get("sha256").asText()).isEqualTo(Sha256.of(forged));
        String catalogue =
                "{\"format\":\"wistaxis-firmware\",\"version\":1,\"builds\":[{\"build\":{\"identifiers\":[\"iPhone13,2\"],\"version\":\"31.10\",\"build\":\"31K88\",\"released\":\"2026-05-03\",\"sizeBytes\":" + Files.size(forged)
                + ",\"sha256\":\"%s\",\"path\":null,\"signed\":true},\"askedAt\":\"2026-05-03T00:00:00Z\"}]}";
        assertThat(run("firmware", "import", file("other.json", catalogue.formatted("b".repeat(64))), "--data", data).status()).isZero();
        assertThat(run("verify", "--practice", forged.toString(), "--data", data).out()).startsWith("refused: Conflict");
        Files.delete(Path.of(data, "firmware.json"));
        assertThat(run("firmware", "import", file("mine.json", catalogue.formatted(Sha256.of(forged))), "--data", data).status()).isZero();
        Ran known = run("verify", "--practice", forged.toString(), "--data", data, "--json");
        assertThat(known.status()).isZero();
        assertThat(known.json().get("proof").asText()).isEqualTo("known");
        assertThat(run("firmware", "import", file("future.json", catalogue.formatted("c".repeat(64))
                .replace("2026-05-03T", "2099-01-01T")), "--data", data)).satisfies(r -> {
            assertThat(r.status()).isEqualTo(2);
            assertThat(r.err()).contains("future.json").contains("2099");
        });
    }

    @Test
    void anAnswerIsRefusedWhereTheTicketHasMovedOn() throws IOException {
        try (Ledger ledger = Ledger.open(folder.resolve("ledger.db"))) {
            ledger.openTicket(new TicketEvent.Opened("Deck phone \u009b", true), Instant.now());
        }
        String[] data = {"--data", folder.toString()};
        JsonNode shown = run("ticket", "show", "T-0001", "--json", data[0], data[1]).json();
        assertThat(shown.get("stage").asText()).isEqualTo("INTAKE");
        String last = shown.get("last").asText();
        try (FolderHold window = FolderHold.take(folder)) {
            assertThat(window).isNotNull();
            assertThat(run("ticket", "answer", "T-0001", "trouble=disabled", "liquid=no", "--seen", last, data[0], data[1]).status())
                    .as("beside an open window").isZero();
        }
        assertThat(run("ticket", "answer", "T-0001", "liquid=yes", "--seen", last, data[0], data[1])).satisfies(r -> {
            assertThat(r.status()).isEqualTo(1);
            assertThat(r.err()).contains("has changed").contains("Nothing was written");
        });
        assertThat(run("ticket", "answer", "T-0001", "trouble=haunted", data[0], data[1]).err()).contains("write one of")
                .contains("disabled");
        assertThat(run("ticket", "answer", "T-0001", "colour=red", data[0], data[1]).err()).contains("[colour] is not known");
        assertThat(run("ticket", "answer", "T-0009", "liquid=no", data[0], data[1]).status()).isEqualTo(2);
        assertThat(run("ticket", "list", "--json", data[0], data[1]).json().get(0).get("facts").get("liquid").asText()).isEqualTo("no");
        try (Ledger ledger = Ledger.open(folder.resolve("ledger.db"))) {
            ledger.append("T-0001", new TicketEvent.Closed(Said.sentence("done")), Instant.now());
        }
        assertThat(run("ticket", "answer", "T-0001", "liquid=yes", data[0], data[1])).satisfies(r -> {
            assertThat(r.status()).isEqualTo(1);
            assertThat(r.err()).contains("is closed");
        });
    }

    @Test
    void verifyChecksMeaningAndNothingIsAppendedToABrokenChain() throws Exception {
        Path file = folder.resolve("ledger.db");
        try (Ledger ledger = Ledger.open(file)) {
            ledger.openTicket(new TicketEvent.Opened("x", true), Instant.now());
            ledger.append("T-0001", new TicketEvent.ConsentAsked("recovery-restore", false, "owner", "none"), Instant.now());
            ledger.append("T-0001", new TicketEvent.RouteChosen("recovery-restore"), Instant.now());
        }
        Ran found = run("ledger", "verify", "--json", "--data", folder.toString());
        assertThat(found.status()).isEqualTo(1);
        assertThat(found.json().get("whole").asBoolean()).isTrue();
        assertThat(found.json().get("findings").get(0).asText()).contains("after the owner had refused in entry [2]");
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file); var s = db.createStatement()) {
            s.execute("DROP TRIGGER event_is_never_changed");
            s.execute("UPDATE event SET body = replace(body, 'owner', 'thief') WHERE number = 2");
        }
        Ran broken = run("ledger", "verify", "--data", folder.toString());
        assertThat(broken.status()).isEqualTo(1);
        assertThat(broken.err()).contains("the ledger is broken: entry [2]");
        assertThat(run("ticket", "answer", "T-0001", "liquid=no", "--data", folder.toString())).satisfies(r -> {
            assertThat(r.status()).isEqualTo(1);
            assertThat(r.err()).contains("Nothing is appended");
        });
        Files.write(file, new byte[1]);
        assertThat(run("ledger", "verify", "--data", folder.toString())).satisfies(r -> {
            assertThat(r.status()).isEqualTo(1);
            assertThat(r.err()).contains("is damaged").contains("1 bytes");
        });
        assertThat(file).hasSize(1);
    }

    /** A scripted day, killed four times; a thousand times by the command. */
    @Test
    void whatWasAcknowledgedSurvivesKills() throws IOException {
        Ran ran = run("bench", "kills", "--rounds", "4", "--json");
        assertThat(ran.status()).as(ran.out() + ran.err()).isZero();
        assertThat(ran.json().get("kills").asInt()).isEqualTo(4);
        assertThat(ran.json().get("lost").asInt()).isZero();
        assertThat(ran.json().get("entries").asInt()).isGreaterThan(50);
    }
}
