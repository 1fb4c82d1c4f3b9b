package wistaxis.store.line;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What has come of a file before the program ended, or before the download was stopped for good.
 *
 * @param file that it was to become
 * @param sha256 of the whole file
 */
public record Leftover(Path file, long bytes, String sha256) {
    /** Those in a folder, by name. What is no part of a download that can be gone on with is left out. */
    public static List<Leftover> in(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> there = Files.list(folder)) {
            return there.sorted().map(PartFile::leftover).flatMap(Optional::stream).toList();
        }
    }

    /** Removes it for good. Not while it is gone on with. */
    public void throwAway() throws IOException {
        new PartFile(file, bytes, sha256).delete();
    }
}
