package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.DemoWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;

/** Starting: arguments, the demo's own folder, and the launcher's search for a Java. */
class StartTest {
    private static final Instant NOW = Instant.parse("2026-05-12T12:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    @Test
    void argumentsAreReadAndNonsenseIsNamed() {
        assertThat(Main.Asked.parse(List.of())).extracting(Main.Asked::what, Main.Asked::data).containsExactly("own", null);
        assertThat(Main.Asked.parse(List.of("demo", "--data=/d"))).extracting(Main.Asked::what, Main.Asked::data)
                .containsExactly("demo", Path.of("/d"));
        assertThat(Main.Asked.parse(List.of("--data", "/d", "--smoke"))).satisfies(a -> assertThat(a.smoke()).isTrue());
        assertThatThrownBy(() -> Main.Asked.parse(List.of("--speed"))).isInstanceOf(BadInput.class).hasMessageContaining("[--speed]");
        for (List<String> wrong : List.of(List.of("demo", "screenshots"), List.of("demo", "demo"), List.of("--data", "a", "--data=b"),
                List.of("--smoke", "--smoke"), List.of("demo", "practice"), List.of("own"), List.of("--data=a", "--database"),
                List.of("--data", ""), List.of("--data="), List.of("--data", " "))) {
            assertThatThrownBy(() -> Main.Asked.parse(wrong)).as("%s", wrong).isInstanceOf(BadInput.class);
        }
        assertThatThrownBy(() -> Main.Asked.parse(List.of("--data"))).isInstanceOf(BadInput.class).hasMessageContaining("--data DIR");
    }

    @Test
    void theDemoIsKeptOverTheDayAndMadeAnewOnTheNext() {
        DataFolder demo = DemoFolder.open(folder, NOW, DemoWorld.Past.WEEKS);
        Ledger.open(demo.ledger()).append("T-0012", new TicketEvent.FactRecorded("note", "mine"), NOW);
        List<LedgerEntry> kept = Ledger.open(DemoFolder.open(folder, NOW.plus(Duration.ofMinutes(90)), DemoWorld.Past.WEEKS).ledger())
                .entries();
        assertThat(kept.getLast().body()).contains("mine");
        List<LedgerEntry> anew = Ledger.open(DemoFolder.open(folder, NOW.plus(Duration.ofDays(2)), DemoWorld.Past.WEEKS).ledger())
                .entries();
        assertThat(anew).hasSize(kept.size() - 1);
        assertThat(anew.getLast().at()).isAfter(NOW.plus(Duration.ofDays(1)));
    }

    @Test
    void theDemoNeverTouchesAUsersOwnLedger() throws IOException {
        Ledger.open(DataFolder.open(folder).ledger()).openTicket(new TicketEvent.Opened("a real one", true), NOW);
        byte[] before = Files.readAllBytes(folder.resolve("ledger.db"));
        assertThatThrownBy(() -> DemoFolder.open(folder, NOW, DemoWorld.Past.WEEKS)).isInstanceOf(BadInput.class)
                .hasMessageContaining("not a demo folder")
                .hasMessageContaining("--data DIR");
        assertThat(Files.readAllBytes(folder.resolve("ledger.db"))).isEqualTo(before);
    }

    private record Ran(int status, String err) {}

    private static Path script(Path file, String text) throws IOException {
        Files.writeString(file, text);
        return Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    /** Runs the launcher with a home and a PATH of the test's own and a Java that only tells its version. */
    private Ran launch(String version, String... args) throws IOException, InterruptedException {
        Path bin = Files.createDirectories(folder.resolve("bin"));
        for (String tool : List.of("sed", "dirname", "find", "head")) {
            script(bin.resolve(tool), "#!/bin/sh\nexec " + (Files.exists(Path.of("/usr/bin", tool)) ? "/usr/bin/" : "/bin/") + tool
                    + " \"$@\"\n");
        }
        script(bin.resolve("java"), "#!/bin/sh\necho 'openjdk version \"" + version + "\" 2025' >&2\nexit 0\n");
        Path checkout = Files.createDirectories(folder.resolve("checkout"));
        Path launcher = script(checkout.resolve("wistaxis"), Files.readString(Path.of("../wistaxis"))
                .replaceAll("/usr/lib/jvm/\\*/bin/java /opt/\\*/bin/java", "/nowhere/java"));
        ProcessBuilder builder = new ProcessBuilder("/bin/sh", launcher.toString());
        builder.command().addAll(List.of(args));
        builder.environment().clear();
        builder.environment().putAll(Map.of("PATH", bin.toString(), "HOME", folder.toString()));
        Process process = builder.redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
        String err = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        return new Ran(process.exitValue(), err);
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void theLauncherSaysWhichJavasItLookedAt() throws Exception {
        Ran old = launch("17.0.15", "devices");
        assertThat(old.status()).isEqualTo(2);
        assertThat(old.err()).contains("no Java 25 or newer").contains("bin/java (version 17)").contains("WISTAXIS_JAVA");
        Ran good = launch("25.0.3", "devices");
        assertThat(good.err()).as("a Java is found; now Maven is missing").contains("Maven (mvn) is needed");
        assertThat(good.status()).isEqualTo(2);
    }

    /** A built checkout in a folder of any name, whose Java tells what it was started with. */
    private Path built(Path checkout) throws IOException {
        for (String made : List.of("desktop/target/.built", "pom.xml", "cli/pom.xml", "cli/src/main/x")) {
            Files.createDirectories(checkout.resolve(made).getParent());
            Files.writeString(checkout.resolve(made), "");
            Files.setLastModifiedTime(checkout.resolve(made), FileTime.from(made.endsWith(".built") ? Instant.now().plusSeconds(3600)
                    : NOW));
        }
        script(checkout.resolve("java"),
                "#!/bin/sh\necho 'openjdk version \"25.0.3\" 2025' >&2\necho \"java $* "
                + "tool=[${JAVA_TOOL_OPTIONS-}${JDK_JAVA_OPTIONS-}${_JAVA_OPTIONS-}] all=[${LC_ALL-}]\"\n");
        return script(checkout.resolve("wistaxis"), Files.readString(Path.of("../wistaxis")));
    }

    private static Ran sh(Map<String, String> environment, String... command) throws Exception {
        ProcessBuilder builder = new ProcessBuilder(command);
        builder.environment().clear();
        builder.environment().put("PATH", System.getenv("PATH"));
        builder.environment().putAll(environment);
        Process process = builder.redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ran(process.waitFor(), out);
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void theLauncherWorksWhereverItLiesAndWhateverIsSet() throws Exception {
        Path checkout = Files.createDirectories(folder.resolve("a b"));
        Path launcher = built(checkout);
        Map<String, String> ours = Map.of("WISTAXIS_JAVA", checkout.resolve("java").toString());
        Path link = Files.createSymbolicLink(folder.resolve("other"), Path.of("a b/wistaxis"));
        Path linkToLink = Files.createSymbolicLink(folder.resolve("another"), link);
        assertThat(sh(ours, linkToLink.toString(), "devices")).as("through links, and without HOME").satisfies(r -> {
            assertThat(r.err()).contains(checkout + "/cli/target/wistaxis-cli.jar");
            assertThat(r.status()).isZero();
        });
        Map<String, String> set = new HashMap<>(ours);
        set.putAll(Map.of("JAVA_TOOL_OPTIONS", "-Dx=1", "JDK_JAVA_OPTIONS", "-Dy=2", "_JAVA_OPTIONS", "-Dz=3", "LC_ALL", "POSIX"));
        assertThat(sh(set, launcher.toString(), "demo").err()).contains("wistaxis.desktop.Main demo tool=[] all=[C.UTF-8]");
        assertThat(sh(ours, built(Files.createDirectories(folder.resolve("a:b"))).toString(), "devices")).satisfies(r -> {
            assertThat(r.err()).contains("has a colon in its path").contains("a:b");
            assertThat(r.status()).isEqualTo(2);
        });
    }
}
