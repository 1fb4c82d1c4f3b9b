package wistaxis.workbench;

import static org.assertj.core.api.Assertions.fail;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Walks over the bench in any order; each failing one is named by its seed, and the shortest is printed. */
class WalkerTest {
    private static final int GUIDES = Integer.getInteger("walks", 300);
    private static final int STEPS = 60;

    @TempDir
    private Path root;

    @Test
    void whateverPeopleAndDevicesDoNothingThrowsAndNothingIsLost() throws Exception {
        Path empty = root.resolve("empty");
        new BenchAtWork(empty).close();
        long first = Long.getLong("seed", 1);
        List<String> found = LongStream.range(first, first + GUIDES).mapToObj(seed -> guide(empty, seed)).filter(f -> !f.isEmpty())
                .sorted(Comparator.comparing(String::length)).toList();
        if (!found.isEmpty()) {
            fail(found.size() + " of " + GUIDES + " walks failed; the shortest:\n" + String.join("\n", found.subList(0, Math.min(3, found
                    .size()))));
        }
    }

    private String guide(Path empty, long seed) {
        Path folder = root.resolve("walk-" + seed);
        try (Walker walker = new Walker(folder, empty, seed)) {
            walker.guide(STEPS);
            return "";
        } catch (Walker.Found e) {
            return "seed " + seed + ": " + said(e.getCause()) + "\n  after " + e.steps;
        } finally {
            forget(folder);
        }
    }

    private static String said(Throwable e) {
        StringBuilder says = new StringBuilder(String.valueOf(e));
        Stream.of(e.getStackTrace()).filter(f -> f.getClassName().startsWith("wistaxis")).limit(8).forEach(f -> says.append("\n    at ")
                .append(f));
        return says.toString();
    }

    private static void forget(Path folder) {
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
        } catch (java.io.IOException _) {
            // the temporary folder goes as a whole
        }
    }
}
