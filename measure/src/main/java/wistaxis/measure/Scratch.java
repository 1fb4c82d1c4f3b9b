package wistaxis.measure;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;

/** A folder for a measurement, gone when it ends. */
record Scratch(Path root) implements AutoCloseable {
    static Scratch make(String name) throws IOException {
        return new Scratch(Files.createTempDirectory("wistaxis-" + name));
    }

    @Override
    public void close() throws IOException {
        try (Stream<Path> guide = Files.walk(root)) {
            for (Path path : guide.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
