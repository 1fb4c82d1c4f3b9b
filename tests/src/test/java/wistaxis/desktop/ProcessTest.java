package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.standins.DemoWorld;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.Ledger;

/** The program as a process of its own, offscreen: starts, says nothing it should not, and ends with the right status. */
class ProcessTest {
    @TempDir
    private Path folder = Path.of("");

    private record Ran(int status, String out, String err) {}

    private static Ran run(String... args) throws Exception {
        return run(List.of("-Dglass.platform=Headless"), args);
    }

    private static Ran run(List<String> platform, String... args) throws Exception {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "--module-path="
                + Path.of("../desktop/target/openjfx").toAbsolutePath(),
                "--add-modules=javafx.controls", "--enable-native-access=javafx.graphics,ALL-UNNAMED",
                "--sun-misc-unsafe-memory-access=allow",
                "-Dprism.order=sw", "-XX:TieredStopAtLevel=1", "-cp", System.getProperty("java.class.path"), Main.class.getName()));
        command.addAll(1, platform);
        command.addAll(List.of(args));
        Path err = Files.createTempFile("wistaxis", ".err");
        ProcessBuilder builder = new ProcessBuilder(command).redirectError(err.toFile());
        builder.environment().remove("DISPLAY");
        Process process = builder.start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        String said = Files.readString(err);
        Files.delete(err);
        return new Ran(process.exitValue(), out, said);
    }

    @Test
    @Tag("long")
    void theDemoStartsWithoutAWarning() throws Exception {
        Ran ran = run("demo", "--data", folder.toString(), "--smoke");
        assertThat(ran.err()).isEmpty();
        assertThat(ran.out()).contains("the window is usable");
        assertThat(ran.status()).isZero();
    }

    @Test
    @Tag("long")
    void aDamagedLedgerIsSaidAndLeftAsItIs() throws Exception {
        Path ledger = Files.writeString(folder.resolve("ledger.db"), "this is no database");
        Ran ran = run("--data", folder.toString(), "--smoke");
        assertThat(ran.err()).contains("is damaged").contains(ledger.toString()).contains("newest copy");
        assertThat(ran.status()).isEqualTo(1);
        assertThat(ledger).hasContent("this is no database");
    }

    /** The window's own platform in place of the offscreen one. */
    @Test
    @EnabledOnOs(OS.LINUX)
    void withoutADisplayItSaysSoAndEnds() throws Exception {
        Ran ran = run(List.of("-Dglass.platform=gtk"), "demo", "--data", folder.toString());
        assertThat(ran.err()).contains("There is no display").doesNotContain("\tat ");
        assertThat(ran.status()).isEqualTo(1);
    }

    @Test
    void badUseEndsWithStatusTwo() throws Exception {
        Ran ran = run("--velocity");
        assertThat(ran.err()).contains("[--velocity] is not known");
        assertThat(ran.status()).isEqualTo(2);
    }

    /** Two windows on one folder: the second says so and ends; so does own work on the demo's folder, and the demo on somebody's. */
    @Test
    @Tag("long")
    void aFolderThatIsNotToBeOpenedIsLeftAsItIs() throws Exception {
        Path own = Files.createDirectory(folder.resolve("own"));
        try (FolderHold hold = FolderHold.take(own)) {
            assertThat(hold).isNotNull();
            Ran second = run("--data", own.toString(), "--smoke");
            assertThat(second.err()).contains("is in use by another Wistaxis (process " + ProcessHandle.current().pid())
                    .doesNotContain("\tat ");
            assertThat(second.out()).as("a smoke start succeeds on the bench only").doesNotContain("usable");
            assertThat(second.status()).isEqualTo(1);
        }
        Path somebodys = Files.createDirectory(folder.resolve("letters"));
        Files.writeString(somebodys.resolve("letter.txt"), "mine");
        Ran demo = run("demo", "--data", somebodys.toString(), "--smoke");
        assertThat(demo.err()).contains("not a demo folder").contains("[letter.txt]");
        assertThat(demo.status()).isEqualTo(1);
        try (Stream<Path> there = Files.list(somebodys)) {
            assertThat(there).containsExactly(somebodys.resolve("letter.txt"));
        }
        Path demos = Files.createDirectory(folder.resolve("demos"));
        Files.writeString(demos.resolve("this-is-demo-data"), "2020-01-01");
        assertThat(run("--data", demos.toString(), "--smoke")).satisfies(r -> {
            assertThat(r.err()).contains("holds demo data");
            assertThat(r.status()).isEqualTo(1);
        });
    }

    /** The first start of two at once makes the demo, and makes it once. */
    @Test
    void twoFirstStartsDoNotDoubleTheDemo() throws Exception {
        Path data = folder.resolve("demo");
        CompletableFuture<Ran> other = CompletableFuture.supplyAsync(() -> {
            try {
                return run("demo", "--data", data.toString(), "--smoke");
            } catch (Exception e) {
                throw new IllegalStateException(e);
            }
        });
        Ran one = run("demo", "--data", data.toString(), "--smoke");
        List<Ran> both = List.of(one, other.get());
        assertThat(both).anyMatch(r -> r.status() == 0 && r.out().contains("usable"));
        assertThat(both).filteredOn(r -> r.status() != 0).allMatch(r -> r.status() == 1 && r.err().contains("in use"));
        try (Ledger ledger = Ledger.openReadOnly(data.resolve("ledger.db"))) {
            assertThat(ledger.entries().stream().map(LedgerEntry::ticket).distinct()).hasSize(318);
            assertThat(ledger.check(null, Instant.now()).clean()).isTrue();
        }
        Files.writeString(data.resolve("firmware/mine.bin"), "mine");
        Files.writeString(data.resolve("this-is-demo-data"), "2020-01-01");
        DemoFolder.open(data, Instant.now(), DemoWorld.Past.WEEKS);
        assertThat(data.resolve("firmware/mine.bin")).as("what the demo did not make stays when it is made anew").hasContent("mine");
    }

    /** Whatever is in the way, it is said, ends with 1, and leaves no process. */
    @Test
    @Tag("long")
    void whateverIsInTheWayOfAStartIsSaid() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "x");
        assertThat(run("--data", file.toString(), "--smoke")).satisfies(r -> {
            assertThat(r.err()).contains("is a file").doesNotContain("\tat ");
            assertThat(r.status()).isEqualTo(1);
        });
        Path data = Files.createDirectories(folder.resolve("d"));
        Files.write(data.resolve("ledger.db"), new byte[0]);
        assertThat(run("--data", data.toString(), "--smoke")).satisfies(r -> {
            assertThat(r.err()).contains("is damaged").contains("0 bytes");
            assertThat(r.status()).isEqualTo(1);
        });
    }
}
