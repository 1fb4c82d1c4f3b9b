package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.ServerAddress;

/**
 * What a data folder says of the server that keeps the shop's books: {@code server.json}. The password, where it is not the system's own
 * file of passwords that has it, is the first line of {@code server-password}, which nobody else may read.
 *
 * @param ledger address, see {@link ServerAddress#parse}
 * @param bench what this bench is called among the others, 1 to 40 letters
 */
public record ServerFile(String ledger, String bench) {
    private static final int LONGEST_NAME = 40;

    private static final int MEGABYTES = 1;

    private static final Set<PosixFilePermission> OTHERS = EnumSet.complementOf(EnumSet.of(PosixFilePermission.OWNER_READ,
            PosixFilePermission.OWNER_WRITE));

    public ServerFile {
        Names.typed(bench, t("store.what.bench-name"), LONGEST_NAME);
    }

    /** What a folder says; empty for files of its own. @throws BadInput for what cannot be read */
    public static Optional<ServerFile> read(DataFolder folder) {
        return Files.exists(folder.server()) ? Optional.of(Json.read(OutsideFile.text(folder.server(), "server", MEGABYTES),
                ServerFile.class,
                String.valueOf(folder.server().getFileName()))) : Optional.empty();
    }

    /** Has a folder's books be on a server from now on. */
    public void write(DataFolder folder) {
        try {
            WholeFile.write(folder.server(), Json.write(this));
        } catch (IOException e) {
            throw DiskProblem.of("server", folder.server(), e);
        }
    }

    /** @throws BadInput for what is none */
    public ServerAddress at() {
        return ServerAddress.parse(ledger);
    }

    /** The folder's own password; null where it has none. @throws BadInput where others may read it */
    public @Nullable String password(DataFolder folder) {
        return password(folder.serverPassword());
    }

    /** The first line of a file that nobody else may read; null where there is none. @throws BadInput where others may read it */
    public static @Nullable String password(Path file) {
        try {
            if (!Files.exists(file)) {
                return null;
            }
            if (Files.getFileStore(file).supportsFileAttributeView("posix") && Files.getPosixFilePermissions(file).stream().anyMatch(
                    OTHERS::contains)) {
                throw new BadInput(t("store.server.password-open", "file", file));
            }
            return Files.readString(file).lines().findFirst().orElse("");
        } catch (IOException e) {
            throw DiskProblem.of("server-password", file, e);
        }
    }
}
