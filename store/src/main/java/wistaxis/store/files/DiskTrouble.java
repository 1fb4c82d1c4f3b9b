package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;
import wistaxis.core.facts.Units;

/** What is wrong with a disk or a file on it, told apart: full, read-only, no right, gone, damaged, or something else; and what to do. */
public final class DiskTrouble extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /** How our own look at the room says it. */
    static final String NO_SPACE = "not enough space";

    private final Kind kind;

    /** What it is. */
    public enum Kind { FULL, READ_ONLY, NO_RIGHT, GONE, DAMAGED, OTHER }

    private DiskTrouble(Kind kind, String message, Throwable cause) {
        super(message, cause);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    /**
     * @param what the file or folder is called in the message, for example {@code ledger}
     * @param path of the file or folder
     */
    public static DiskTrouble of(String what, Path path, Throwable e) {
        Kind kind = kind(path, e);
        return new DiskTrouble(kind, words(kind, what, path, e), e);
    }

    /** The same as one sentence, for a message of somebody else's. */
    public static String words(String what, Path path, Throwable e) {
        return words(kind(path, e), what, path, e);
    }

    private static String words(Kind kind, String what, Path path, Throwable e) {
        String it = "the " + what + " [" + path + "]";
        return switch (kind) {
            case FULL -> it + (root(e).startsWith(NO_SPACE) ? ": there is " + root(e) : ": the disk is full, "
                    + Units.inWords(Room.free(path)) + " are free") + ". Make room on it and try again; what was saved before is safe.";
            case READ_ONLY -> it
                    + ": the disk or the file is read-only. Make it writable, or use another folder with --data DIR; what was saved "
                    + "before is safe.";
            case NO_RIGHT -> it + ": " + missingRight(path) + ". Give your user the right, or use another folder with --data DIR.";
            case GONE -> it + ": it is gone" + (Files.exists(path.toAbsolutePath().getParent()) ? "" : ", with its folder")
                    + ". Was a disk unplugged, or was it moved? Put it back and try again.";
            case DAMAGED -> it + " is damaged: " + root(e)
                    + ". Nothing was changed in it. Copy it away with the files beside it, put the newest copy you keep in its place, "
                    + "and start again.";
            case OTHER -> it + ": " + root(e);
        };
    }

    private static String missingRight(Path path) {
        Path folder = path.toAbsolutePath().getParent();
        if (folder != null && Files.exists(folder) && !Files.isExecutable(folder)) {
            return "no right to look into the folder [" + folder + "]";
        }
        if (Files.exists(path)) {
            return !Files.isReadable(path) ? "no right to read it" : !Files.isWritable(path) ? "no right to write to it"
                    : "no right to make files beside it in [" + folder + "]";
        }
        return "no right to make it in [" + folder + "]";
    }

    private static String root(Throwable e) {
        Throwable at = e;
        while (at.getCause() != null && at.getCause() != at) {
            at = at.getCause();
        }
        return at instanceof FileSystemException f && f.getReason() != null ? f.getReason() : at.getMessage() == null ? at.getClass()
                .getSimpleName() : at.getMessage();
    }

    private static Kind kind(Path path, Throwable e) {
        for (Throwable at = e; at != null; at = at.getCause()) {
            Kind kind = at instanceof Damaged ? Kind.DAMAGED : at instanceof SQLiteException s ? ofDatabase(path, s.getResultCode())
                    : at instanceof IOException io ? ofFile(path, io) : at instanceof ReadOnlyFileSystemException ? Kind.READ_ONLY : null;
            if (kind != null) {
                return kind;
            }
        }
        return Kind.OTHER;
    }

    private static @Nullable Kind ofFile(Path path, IOException e) {
        String says = String.valueOf(e.getMessage()).toLowerCase(Locale.ROOT);
        if (says.contains("no space left") || says.contains(NO_SPACE) || says.contains("quota exceeded")) {
            return Kind.FULL;
        }
        if (says.contains("read-only file system")) {
            return Kind.READ_ONLY;
        }
        return switch (e) {
            case AccessDeniedException _ -> readOnly(path) ? Kind.READ_ONLY : Kind.NO_RIGHT;
            case NoSuchFileException _, NotDirectoryException _ -> Kind.GONE;
            case FileSystemException f when f.getReason() != null -> Kind.OTHER;
            default -> atPlace(path);
        };
    }

    private static @Nullable Kind ofDatabase(Path path, SQLiteErrorCode code) {
        return switch (SQLiteErrorCode.getErrorCode(code.code & 0xFF)) {
            case SQLITE_FULL -> Kind.FULL;
            case SQLITE_CORRUPT, SQLITE_NOTADB, SQLITE_FORMAT -> Kind.DAMAGED;
            case SQLITE_READONLY -> atPlace(path) == Kind.GONE || !Files.exists(path) ? Kind.GONE : readOnly(path)
                    || Files.isWritable(path) ? Kind.READ_ONLY : Kind.NO_RIGHT;
            case SQLITE_PERM, SQLITE_AUTH -> Kind.NO_RIGHT;
            case SQLITE_IOERR, SQLITE_CANTOPEN -> atPlace(path);
            default -> null;
        };
    }

    /** What can be seen at the place itself, where an error says little. */
    private static @Nullable Kind atPlace(Path path) {
        Path folder = path.toAbsolutePath().getParent();
        if (folder == null || !Files.exists(folder)) {
            return Kind.GONE;
        }
        if (Room.free(folder) < 64 * 1024) {
            return Kind.FULL;
        }
        if (readOnly(path)) {
            return Kind.READ_ONLY;
        }
        boolean rights = Files.isWritable(folder) && Files.isExecutable(folder)
                && (!Files.exists(path) || Files.isReadable(path) && Files.isWritable(path));
        return rights ? null : Kind.NO_RIGHT;
    }

    private static boolean readOnly(Path path) {
        try {
            Path there = Files.exists(path) ? path : path.toAbsolutePath().getParent();
            return there != null && Files.exists(there) && Files.getFileStore(there).isReadOnly();
        } catch (IOException e) {
            return false;
        }
    }
}
