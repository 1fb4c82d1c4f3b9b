package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Room on a disk, asked before something long is written. */
public final class Room {
    /** What a ledger needs for some hundred entries more: no long write takes the last of the disk. Ours. */
    public static final long SPARE = 1 << 20;

    private static final long LONG_WRITE = 1 << 20;

    private Room() {}

    /** Bytes free for this user on the disk of a file or folder; everything where the system does not say. */
    public static long free(Path path) {
        for (Path at = path.toAbsolutePath(); at != null; at = at.getParent()) {
            if (Files.exists(at)) {
                try {
                    return Files.getFileStore(at).getUsableSpace();
                } catch (IOException | SecurityException e) {
                    return Long.MAX_VALUE;
                }
            }
        }
        return Long.MAX_VALUE;
    }

    /** @throws NoRoom when a long write would not fit, before it begins; the ledger keeps its {@link #SPARE} */
    public static void check(Path file, long bytes) throws IOException {
        long free = free(file);
        if (bytes >= LONG_WRITE && free - SPARE < bytes) {
            throw new NoRoom(file, bytes, free);
        }
    }
}
