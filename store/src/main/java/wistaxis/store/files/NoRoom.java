package wistaxis.store.files;

import java.nio.file.FileSystemException;
import java.nio.file.Path;

/** A long write would not fit on its disk; nothing of it was begun. */
public final class NoRoom extends FileSystemException {
    private static final long serialVersionUID = 1L;

    private final long needs;
    private final long free;

    /** @param needs bytes @param free bytes */
    NoRoom(Path file, long needs, long free) {
        super(file.toString(), null, "no space left");
        this.needs = needs;
        this.free = free;
    }

    public long needs() {
        return needs;
    }

    public long free() {
        return free;
    }
}
