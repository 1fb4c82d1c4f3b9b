package wistaxis.standins;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/** Faults of the stand-in services, switched on by tests and training; thread-safe. */
public final class Faults {
    private final AtomicLong cutAfterBytes = new AtomicLong(-1);
    private final AtomicInteger busyAnswers = new AtomicInteger();
    private final AtomicLong wrongLength = new AtomicLong();
    private final AtomicLong dripBytesPerSecond = new AtomicLong();
    private final AtomicBoolean changed = new AtomicBoolean();
    private final AtomicBoolean noRanges = new AtomicBoolean();
    private final Set<String> closedBuilds = ConcurrentHashMap.newKeySet();

    /** The next download is cut off after so many bytes, once; -1 for never. */
    public void cutNextDownloadAfter(long bytes) {
        cutAfterBytes.set(bytes);
    }

    /** The next downloads are answered with 503, so many times. */
    public void busy(int answers) {
        busyAnswers.set(answers);
    }

    /** The next download announces so many bytes more than listed, once. */
    public void wrongLengthOnce(long more) {
        wrongLength.set(more);
    }

    /** Every download drips at this rate from now on; 0 for the line's own. */
    public void drip(long bytesPerSecond) {
        dripBytesPerSecond.set(bytesPerSecond);
    }

    /** From now on every firmware file has another validator, as if it had been replaced. */
    public void changeValidators() {
        changed.set(true);
    }

    /** From now on every request for a part is answered with 416. */
    public void refuseRanges(boolean refuse) {
        noRanges.set(refuse);
    }

    /** The signing service refuses this build from now on, whatever the library lists. */
    public void closeSigning(String build) {
        closedBuilds.add(build);
    }

    long takeCut() {
        return cutAfterBytes.getAndSet(-1);
    }

    boolean takeBusy() {
        return busyAnswers.getAndUpdate(n -> Math.max(0, n - 1)) > 0;
    }

    long takeWrongLength() {
        return wrongLength.getAndSet(0);
    }

    long rate(long line) {
        long drip = dripBytesPerSecond.get();
        return drip > 0 ? drip : line;
    }

    String validator(String usual) {
        return changed.get() ? "changed-" + usual : usual;
    }

    boolean rangesRefused() {
        return noRanges.get();
    }

    boolean signingClosed(String build) {
        return closedBuilds.contains(build);
    }
}
