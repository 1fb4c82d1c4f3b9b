package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.stream.Stream;
import org.sqlite.SQLiteConfig;
import wistaxis.core.facts.BadInput;

/**
 * Connections that change nothing, in a database or beside it. One that lies still is read as it is. One with a log beside it, because
 * somebody works on it or was killed, is read with its log: in
 * place where the log's index is there and may be written, else from a copy of both.
 */
final class ReadOnly {
    private ReadOnly() {}

    static Connection connect(Path file) throws IOException, SQLException {
        Path log = file.resolveSibling(file.getFileName() + "-wal");
        if (!Files.exists(log) || Files.size(log) == 0) {
            return open(file, "immutable=1");
        }
        Path index = file.resolveSibling(file.getFileName() + "-shm");
        if (Files.exists(index) && Files.isWritable(index) && Files.isWritable(file.toAbsolutePath().getParent())) {
            return open(file, "mode=ro");
        }
        return open(copy(file, log), "mode=ro");
    }

    private static Connection open(Path file, String how) throws SQLException {
        SQLiteConfig config = new SQLiteConfig();
        config.setReadOnly(true);
        config.setBusyTimeout(5000);
        return Database.connect("jdbc:sqlite:" + file.toAbsolutePath().toUri().toString().replaceFirst("^file:///", "file:/") + "?" + how,
                config);
    }

    /** A copy that goes with the process. A log that grows meanwhile is only longer than was asked for. */
    private static Path copy(Path file, Path log) throws IOException {
        Path folder = Files.createTempDirectory("wistaxis-read");
        Path copy = folder.resolve("ledger.db");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> remove(folder)));
        if (folder.toAbsolutePath().startsWith(file.toAbsolutePath().getParent())) {
            throw new BadInput(t("store.ledger.log-beside", "file", file));
        }
        Files.copy(file, copy, StandardCopyOption.REPLACE_EXISTING);
        Files.copy(log, folder.resolve("ledger.db-wal"), StandardCopyOption.REPLACE_EXISTING);
        return copy;
    }

    private static void remove(Path folder) {
        try (Stream<Path> there = Files.list(folder)) {
            for (Path file : there.toList()) {
                Files.deleteIfExists(file);
            }
            Files.deleteIfExists(folder);
        } catch (IOException _) {
            // the system's own folder for such files is emptied by the system
        }
    }
}
