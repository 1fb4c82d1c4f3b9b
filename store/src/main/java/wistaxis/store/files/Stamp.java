package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;

/**
 * What changes whenever a file does: size, times and which file it is. Where the system keeps it, the time of the last change of any kind
 * is among them, which nobody can set back; so other bytes with the old size and date show, and so does another file of the same name.
 */
public final class Stamp {
    private Stamp() {}

    /** @throws IOException when there is no such file */
    public static String of(Path file) throws IOException {
        BasicFileAttributes is = Files.readAttributes(file, BasicFileAttributes.class);
        return is.size() + " " + nanos(is.lastModifiedTime()) + " " + changed(file, is) + " " + is.fileKey();
    }

    private static String changed(Path file, BasicFileAttributes is) throws IOException {
        return file.getFileSystem().supportedFileAttributeViews().contains("unix")
                ? nanos((FileTime) Files.getAttribute(file, "unix:ctime")) : nanos(is.creationTime());
    }

    private static String nanos(FileTime time) {
        return time.toInstant().toString();
    }
}
