package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import org.jspecify.annotations.Nullable;

/**
 * A file that is kept open: whether what stands under its name is still the one that was opened. One that was removed or moved away takes
 * writes that nobody will ever read.
 *
 * @param what what it is called in messages
 * @param key what the system tells it by; null where it does not, as on Windows, which lets nobody remove an open file
 */
public record SameFile(String what, Path file, @Nullable Object key) {
    /** The file as it stands there now. */
    public static SameFile of(String what, Path file) {
        try {
            return new SameFile(what, file, key(file));
        } catch (IOException e) {
            return new SameFile(what, file, null);
        }
    }

    private static @Nullable Object key(Path file) throws IOException {
        return Files.readAttributes(file, BasicFileAttributes.class).fileKey();
    }

    /** @throws DiskProblem where it is gone, or another file has its name */
    public void check() {
        if (key == null) {
            return;
        }
        try {
            if (!key.equals(key(file))) {
                throw new NoSuchFileException(file.toString(), null, t("store.file.other-name"));
            }
        } catch (IOException e) {
            throw DiskProblem.of(what, file, e);
        }
    }
}
