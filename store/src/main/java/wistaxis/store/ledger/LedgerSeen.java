package wistaxis.store.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/**
 * How a ledger was when it was last looked at, kept beside it: a chain cannot tell by itself that its end is missing.
 *
 * @param entries how many there were
 * @param last digest of the last of them
 */
public record LedgerSeen(long entries, String last, Instant at) {
    /** A side file of a few lines. @return what is remembered; null where nothing is, or it cannot be read */
    public static @Nullable LedgerSeen read(Path file) {
        try {
            return Files.exists(file) ? Json.read(OutsideFile.text(file, "seen", 1), LedgerSeen.class,
                    String.valueOf(file.getFileName())) : null;
        } catch (BadInput e) {
            return null;
        }
    }

    /** For whoever holds the folder: one that cannot be read is set aside. */
    public static SideFile.Read<@Nullable LedgerSeen> readOrSetAside(Path file) {
        return new SideFile(file, "seen", 1)
                .read(text -> Json.read(text, LedgerSeen.class, String.valueOf(file.getFileName())), null);
    }

    public void write(Path file) throws IOException {
        WholeFile.write(file, Json.write(this));
    }
}
