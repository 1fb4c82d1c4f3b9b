package wistaxis.store.firmware;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import wistaxis.store.files.Rights;

/** Says when something in a folder changed, on a thread of its own, once things have been still for a moment. */
public final class FolderWatch implements AutoCloseable {
    private static final long STILL_MILLIS = 300;

    private final WatchService service;

    /** @param changed called after each burst of changes */
    public FolderWatch(Path folder, Runnable changed) throws IOException {
        Rights.makeFolder(folder);
        service = folder.getFileSystem().newWatchService();
        folder.register(service, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY,
                StandardWatchEventKinds.ENTRY_DELETE);
        Thread.ofPlatform().daemon().name("shelf watch").start(() -> watch(changed));
    }

    private void watch(Runnable changed) {
        try {
            while (true) {
                WatchKey key = service.take();
                Thread.sleep(STILL_MILLIS);
                key.pollEvents();
                boolean there = key.reset();
                changed.run();
                if (!there) {
                    return; // the folder is gone; whoever looks at it says so
                }
            }
        } catch (ClosedWatchServiceException _) {
            // closed: no more to say
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() throws IOException {
        service.close();
    }
}
