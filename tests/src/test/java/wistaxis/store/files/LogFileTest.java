package wistaxis.store.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;

class LogFileTest {
    @TempDir
    private Path folder;

    @Test
    void saysWhatFailedAndWhereButNothingThatSomebodyTyped() throws IOException {
        Path file = folder.resolve("100% mine").resolve("wistaxis.log");
        try (LogFile log = LogFile.begin(file)) {
            assertThat(log).isNotNull();
            LogFile.failed("ticket [T-0007]", new IllegalStateException("not saved",
                    new BadInput("imei [356958031648320]: too short, for [Ms Marsh]")));
        }
        LogFile.failed("after the end", new IllegalStateException("nobody writes"));
        String text = Files.readString(file.resolveSibling("wistaxis-0.log"));
        assertThat(text).contains("ticket [...]", "not saved", "LogFileTest.saysWhatFailed", "imei [...]: too short")
                .doesNotContain("35695803", "Marsh", "nobody writes");
    }

    @Test
    void threeFilesTakeTurns() throws IOException {
        Path file = folder.resolve("log").resolve("wistaxis.log");
        try (LogFile log = LogFile.begin(file)) {
            assertThat(log).isNotNull();
            for (int i = 0; i < 5000; i++) {
                LogFile.note("x".repeat(900));
            }
        }
        try (Stream<Path> there = Files.list(file.getParent())) {
            List<Path> files = there.toList();
            assertThat(files).hasSize(3).allSatisfy(f -> assertThat(Files.size(f)).isLessThan(1_100_000));
        }
    }
}
