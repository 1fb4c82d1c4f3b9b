package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** The program as a process of its own, offscreen: starts, says nothing it should not, and ends with the right status. */
class ProcessTest {
    @TempDir
    private Path folder = Path.of("");

    private record Ran(int status, String out, String err) {}

    private static Ran run(String... args) throws Exception {
        return run(List.of("-Dglass.platform=Headless"), args);
    }

    private static Ran run(List<String> platform, String... args) throws Exception {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "--module-path=" + Path.of("target/javafx").toAbsolutePath(),
                "--add-modules=javafx.controls", "--enable-native-access=javafx.graphics,ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow",
                "-Dprism.order=sw", "-cp", System.getProperty("java.class.path"), Main.class.getName()));
        command.addAll(1, platform);
        command.addAll(List.of(args));
        Path err = Files.createTempFile("wistaxis", ".err");
        ProcessBuilder builder = new ProcessBuilder(command).redirectError(err.toFile());
        builder.environment().remove("DISPLAY");
        Process process = builder.start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return new Ran(process.exitValue(), out, Files.readString(err));
    }

    @Test
    void theDemoStartsWithoutAWarning() throws Exception {
        Ran ran = run("demo", "--data", folder.toString(), "--smoke");
        assertThat(ran.err()).isEmpty();
        assertThat(ran.out()).contains("the window is usable");
        assertThat(ran.status()).isZero();
    }

    @Test
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
        assertThat(ran.err()).contains("there is no display").doesNotContain("\tat ");
        assertThat(ran.status()).isEqualTo(1);
    }

    @Test
    void badUseEndsWithStatusTwo() throws Exception {
        Ran ran = run("--velocity");
        assertThat(ran.err()).contains("unknown argument [--velocity]");
        assertThat(ran.status()).isEqualTo(2);
    }
}
