package wistaxis.standins;

import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.ConcurrentHashMap;

/** Faults of the stand-in services, switched on by tests and training; thread-safe. */
public final class Faults {
    private final AtomicLong cutAfterBytes = new AtomicLong(-1);
    private final Set<String> closedBuilds = ConcurrentHashMap.newKeySet();

    /** The next download is cut off after so many bytes, once; -1 for never. */
    public void cutNextDownloadAfter(long bytes) {
        cutAfterBytes.set(bytes);
    }

    /** The signing service refuses this build from now on, whatever the library lists. */
    public void closeSigning(String build) {
        closedBuilds.add(build);
    }

    long takeCut() {
        return cutAfterBytes.getAndSet(-1);
    }

    boolean signingClosed(String build) {
        return closedBuilds.contains(build);
    }
}
