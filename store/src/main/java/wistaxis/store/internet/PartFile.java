package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Leftover;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/**
 * What has come of a file so far: {@code NAME.part}, and beside it, in {@code NAME.part.json}, which version of the remote file it is
 * from.
 */
final class PartFile {
    private static final String SUFFIX = ".part";

    private final Path file;
    private final long size;
    private final String sha256;

    /** Which version of the remote file the part belongs to. */
    private record Note(String etag, String sha256) {
        /** Whether the library can be asked for the same file by it. */
        boolean strong() {
            return etag.startsWith("\"");
        }
    }

    /** @param file that it becomes, of so many bytes and with this digest */
    PartFile(Path file, long size, String sha256) {
        this.file = file;
        this.size = size;
        this.sha256 = sha256;
    }

    /** The parts in a folder, by name. What cannot be gone on with is left out. */
    static List<Leftover> in(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> there = Files.list(folder)) {
            return there.filter(p -> p.toString().endsWith(SUFFIX)).sorted().map(PartFile::leftover).flatMap(Optional::stream).toList();
        }
    }

    private static Optional<Leftover> leftover(Path path) {
        String name = path.getFileName().toString();
        PartFile part = new PartFile(path.resolveSibling(name.substring(0, name.length() - SUFFIX.length())), Long.MAX_VALUE, "");
        try {
            Note note = part.noted();
            return note == null || !note.sha256().matches("[0-9a-f]{64}") ? Optional.empty()
                    : Optional.of(new Leftover(part.file, Files.size(path), note.sha256()));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    Path path() {
        return file.resolveSibling(file.getFileName() + SUFFIX);
    }

    private Path note() {
        return file.resolveSibling(file.getFileName() + SUFFIX + ".json");
    }

    /** Bytes that can be gone on with, as far as that is known without reading them; all of them where the file has its name. */
    long here() {
        try {
            return Files.isRegularFile(file) ? size : Files.exists(path()) && Files.exists(note()) ? Math.min(size, Files.size(path())) : 0;
        } catch (IOException e) {
            return 0;
        }
    }

    /**
     * Opens it and keeps others away until the channel is closed; what cannot be gone on with is cut away.
     *
     * @throws DownloadProblem where the name is taken by something else, or another download has it open
     */
    FileChannel open() throws IOException, DownloadProblem {
        Rights.makeFolder(file.toAbsolutePath().getParent());
        Room.check(file, size - here());
        FileChannel out = FileChannel.open(path(), StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.READ,
                LinkOption.NOFOLLOW_LINKS);
        try {
            if (!locked(out)) {
                throw new DownloadProblem(t("store.download.other-download", "file", path()), false);
            }
            Note note = notedOrSetAside();
            if (out.size() > size || note == null || !note.sha256().equals(sha256) && !note.strong()) {
                out.truncate(0);
            }
            return out;
        } catch (IOException | DownloadProblem | RuntimeException e) {
            out.close();
            throw e;
        }
    }

    /**
     * Locked is a byte that no file ever has: on Windows a locked stretch cannot be read by anybody else, and the digest is read while
     * the file is written.
     */
    private static boolean locked(FileChannel out) throws IOException {
        try {
            return out.tryLock(Long.MAX_VALUE - 1, 1, false) != null;
        } catch (OverlappingFileLockException _) {
            return false; // by this process
        }
    }

    /** What the library knows the version by that the part is from; empty where it does not know it by anything. */
    String etag() {
        Note note = noted();
        return note != null && note.strong() ? note.etag() : "";
    }

    private @Nullable Note noted() {
        try {
            return Files.exists(note()) ? Json.read(OutsideFile.text(note(), "note", 1), Note.class, note().toString())
                    : null;
        } catch (BadInput e) {
            return null;
        }
    }

    /** A note that cannot be read is kept beside, and the download begins anew. */
    private @Nullable Note notedOrSetAside() {
        return new SideFile(note(), "note", 1).<@Nullable Note>read(text -> Json.read(text, Note.class, note().toString()),
                null).value();
    }

    /** Throws away what is there and begins with another version. */
    void begin(FileChannel out, String etag) throws IOException {
        out.truncate(0);
        WholeFile.write(note(), Json.write(new Note(etag, sha256)));
    }

    /** Whether the file itself is there already and is the one that is wanted. @throws DownloadProblem where it is another */
    boolean isWhole() throws IOException, DownloadProblem {
        if (!Files.exists(file)) {
            return false;
        }
        if (Files.isRegularFile(file) && Files.size(file) == size && Sha256.of(file).equals(sha256)) {
            return true;
        }
        throw taken();
    }

    /** The part is verified and gets its name. @throws DownloadProblem where that was given to something else meanwhile */
    void name() throws IOException, DownloadProblem {
        try {
            Files.move(path(), file); // in one folder: at once, and over nothing
        } catch (FileAlreadyExistsException e) {
            throw taken();
        }
        Files.deleteIfExists(note());
    }

    private DownloadProblem taken() {
        return new DownloadProblem(t("store.download.name-taken", "file", file), false);
    }

    void delete() throws IOException {
        Files.deleteIfExists(path());
        Files.deleteIfExists(note());
    }

    /** Bytes that there is room for yet: what the system says of a full disk is in the language of the machine. */
    long room() {
        try {
            return Files.getFileStore(path()).getUsableSpace();
        } catch (IOException e) {
            return Long.MAX_VALUE;
        }
    }

    /** An empty part is none. */
    void tidy() {
        try {
            if (Files.exists(path()) && Files.size(path()) == 0) {
                delete();
            }
        } catch (IOException _) {
            // in the way of nothing
        }
    }
}
