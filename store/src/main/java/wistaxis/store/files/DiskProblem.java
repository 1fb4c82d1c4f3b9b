package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

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
import wistaxis.core.words.Text;

/** What is wrong with a disk or a file on it, told apart: full, read-only, no right, gone, damaged, or something else; and what to do. */
public final class DiskProblem extends RuntimeException {
    private static final long serialVersionUID = 1L;


    private final Kind kind;

    /** What it is. */
    public enum Kind { FULL, READ_ONLY, NO_RIGHT, GONE, DAMAGED, OTHER }

    private DiskProblem(Kind kind, String message, Throwable cause) {
        super(message, cause);
        this.kind = kind;
    }

    public Kind kind() {
        return kind;
    }

    /**
     * @param what the file or folder by the end of a key of {@code store.what}, for example {@code ledger}
     * @param path of the file or folder
     */
    public static DiskProblem of(String what, Path path, Throwable e) {
        Kind kind = kind(path, e);
        return new DiskProblem(kind, words(kind, what, path, e), e);
    }

    /** The same as one sentence, for a message of somebody else's. */
    public static String words(String what, Path path, Throwable e) {
        return words(kind(path, e), what, path, e);
    }

    private static String words(Kind kind, String what, Path path, Throwable e) {
        Text it = named(what, path);
        return switch (kind) {
            case FULL -> cause(e) instanceof NoRoom room
                    ? t("store.disk.needs", "what", it, "bytes", Units.inWords(room.needs()), "free", Units.inWords(room.free()))
                    : t("store.disk.full", "what", it, "free", Units.inWords(Room.free(path)));
            case READ_ONLY -> t("store.disk.read-only", "what", it);
            case NO_RIGHT -> t("store.disk.no-right", "what", it, "why", missingRight(path));
            case GONE -> t(Files.exists(path.toAbsolutePath().getParent()) ? "store.disk.gone" : "store.disk.gone-with-folder", "what", it);
            case DAMAGED -> t("store.disk.damaged", "what", it, "why", root(e));
            case OTHER -> t("store.disk.other", "what", it, "why", root(e));
        };
    }

    /** A file in a message: what it is, and where. @param what the end of a key of {@code store.what}, or words */
    static Text named(String what, Object path) {
        return Text.of("store.disk.it", "what", Text.of("store.what." + what).or(what), "path", path);
    }

    private static String missingRight(Path path) {
        Path folder = path.toAbsolutePath().getParent();
        if (folder != null && Files.exists(folder) && !Files.isExecutable(folder)) {
            return t("store.disk.no-right-folder", "folder", folder);
        }
        if (Files.exists(path)) {
            return !Files.isReadable(path) ? t("store.disk.no-right-read") : !Files.isWritable(path) ? t("store.disk.no-right-write")
                    : t("store.disk.no-right-beside", "folder", folder);
        }
        return t("store.disk.no-right-make", "folder", folder);
    }

    private static Throwable cause(Throwable e) {
        Throwable at = e;
        while (at.getCause() != null && at.getCause() != at) {
            at = at.getCause();
        }
        return at;
    }

    private static String root(Throwable e) {
        Throwable at = cause(e);
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
        if (e instanceof NoRoom || says.contains("no space left") || says.contains("quota exceeded")) {
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
