package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/**
 * Rights where the system has them: what lies in a data folder is its user's alone. A folder is private when it is closed to everybody
 * else; what is made in it is, too.
 */
public final class Rights {
    private static final Set<PosixFilePermission> FOLDER = PosixFilePermissions.fromString("rwx------");
    private static final Set<PosixFilePermission> FILE = PosixFilePermissions.fromString("rw-------");

    private Rights() {}

    private static boolean has(Path path) {
        return Files.getFileAttributeView(path, PosixFileAttributeView.class) != null;
    }

    /** For a file to be made: as private as its folder. */
    static FileAttribute<?>[] ofNewFile(Path file) {
        Path folder = file.toAbsolutePath().getParent();
        try {
            return folder != null && has(folder) && FOLDER.containsAll(Files.getPosixFilePermissions(folder))
                    ? new FileAttribute<?>[] {PosixFilePermissions.asFileAttribute(FILE)} : new FileAttribute<?>[0];
        } catch (IOException e) {
            return new FileAttribute<?>[0];
        }
    }

    /** Makes a folder, and those above it, that nobody else can look into; one that is there is left as it is. */
    public static void makeFolder(Path folder) throws IOException {
        if (Files.isDirectory(folder)) {
            return;
        }
        Path above = folder.toAbsolutePath().getParent();
        if (above != null) {
            Files.createDirectories(above);
        }
        Files.createDirectories(folder, above != null && has(above) ? new FileAttribute<?>[] {PosixFilePermissions.asFileAttribute(FOLDER)}
                : new FileAttribute<?>[0]);
    }

    /** Closes a folder or file of ours to everybody else, where that can be done. */
    public static void close(Path path) {
        try {
            if (Files.exists(path, LinkOption.NOFOLLOW_LINKS) && !Files.isSymbolicLink(path) && has(path)) {
                Files.setPosixFilePermissions(path, Files.isDirectory(path) ? FOLDER : FILE);
            }
        } catch (IOException _) {
            // somebody else's: left as it is
        }
    }
}
