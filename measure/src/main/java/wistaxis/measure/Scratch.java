package wistaxis.measure;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import wistaxis.store.files.Tree;

/** A folder for a measurement, gone when it ends. */
record Scratch(Path root) implements AutoCloseable {
    static Scratch make(String name) throws IOException {
        return new Scratch(Files.createTempDirectory("wistaxis-" + name));
    }

    /** One on a drive of its own. */
    static Scratch in(Path drive) throws IOException {
        return new Scratch(Files.createTempDirectory(drive, "wistaxis-"));
    }

    @Override
    public void close() throws IOException {
        Tree.remove(root);
    }
}
