package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.store.files.WholeFile;

/**
 * A file that the program writes for people: a document, a card, an export, a picture. It never takes the place of a file of a data folder
 * or of a database, and of another file only where that was asked for.
 */
public final class OutFile {
    /** What each such database begins with; published: sqlite.org, Database File Format, 1.3.1. */
    private static final byte[] DATABASE = "SQLite format 3\0".getBytes(StandardCharsets.US_ASCII);

    private OutFile() {}

    /**
     * Writes it whole.
     *
     * @param replace whether somebody asked that a file which is there be replaced
     * @throws BadInput where another file would be lost
     */
    public static void write(Path file, byte[] bytes, boolean replace) throws IOException {
        check(file, replace);
        WholeFile.write(file, bytes);
    }

    /** @throws BadInput where another file would be lost, with what to do */
    public static void check(Path file, boolean replace) throws IOException {
        Path whole = file.toAbsolutePath().normalize();
        boolean there = Files.isRegularFile(whole, LinkOption.NOFOLLOW_LINKS); // other things are refused when it is written
        Optional<Path> data = dataFolder(whole);
        if (data.isPresent() && isOurs(data.get(), whole)) {
            throw new BadInput(t("store.export.data-folder", "file", file, "folder", data.get()));
        }
        if (there && isDatabase(whole) || besideDatabase(whole)) {
            throw new BadInput(t("store.export.database", "file", file));
        }
        if (there && !replace) {
            throw new BadInput(t("store.export.there", "file", file));
        }
    }

    /** The same name, or the next one that is free. */
    public static Path free(Path file) {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.') < 0 ? name.length() : name.lastIndexOf('.');
        Path free = file;
        for (int n = 2; Files.exists(free, LinkOption.NOFOLLOW_LINKS); n++) {
            free = file.resolveSibling(name.substring(0, dot) + "-" + n + name.substring(dot));
        }
        return free;
    }

    /** The data folder that a file lies in, its exports not counted; by links too. */
    private static Optional<Path> dataFolder(Path whole) throws IOException {
        Path folder = real(whole.getParent());
        for (Path at = folder; at != null; at = at.getParent()) {
            DataFolder data = new DataFolder(at);
            if (Files.exists(data.ledger()) || data.isDemo() || Files.exists(data.people()) || Files.exists(data.practice())) {
                return folder.startsWith(data.exports()) ? Optional.empty() : Optional.of(at);
            }
        }
        return Optional.empty();
    }

    private static @Nullable Path real(@Nullable Path folder) throws IOException {
        return folder != null && Files.isDirectory(folder) ? folder.toRealPath() : folder;
    }

    /** What the program makes right in the folder, by name, and whatever lies in the folders below it. */
    private static boolean isOurs(Path data, Path file) throws IOException {
        DataFolder folder = new DataFolder(data);
        return !data.toRealPath().equals(real(file.getParent()))
                || Stream.concat(folder.files().stream(), Stream.of(folder.advice(), folder.terms(), folder.demoMark(),
                folder.backups(), folder.backupKey(), folder.lastVersion(), folder.logo()))
                .anyMatch(f -> f.getFileName().toString().equalsIgnoreCase(String.valueOf(file.getFileName())));
    }

    private static boolean besideDatabase(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        for (String end : new String[] {"-wal", "-shm", "-journal"}) {
            Path of = file.resolveSibling(name.endsWith(end) ? name.substring(0, name.length() - end.length()) : name);
            if (name.endsWith(end) && !of.equals(file) && Files.isRegularFile(of) && isDatabase(of)) {
                return true;
            }
        }
        return false;
    }

    private static boolean isDatabase(Path file) throws IOException {
        if (!Files.isRegularFile(file)) {
            return false;
        }
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(DATABASE.length), DATABASE);
        }
    }
}
