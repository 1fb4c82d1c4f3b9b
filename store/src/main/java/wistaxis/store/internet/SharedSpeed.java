package wistaxis.store.internet;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;

/** The limit on what all downloads together may take of the line. Thread-safe. */
public final class SharedSpeed {
    /** No limit. */
    public static final long ALL = 0;

    private final ReentrantLock lock = new ReentrantLock();
    private final Condition changed = lock.newCondition();
    private long bytesPerSecond = ALL;
    private long freeAtNanos = System.nanoTime();
    private int changes;

    /** @param limit bytes a second, or {@link #ALL} */
    public void limit(long limit) {
        lock.lock();
        try {
            bytesPerSecond = Math.max(ALL, limit);
            freeAtNanos = System.nanoTime();
            changes++;
            changed.signalAll();
        } finally {
            lock.unlock();
        }
    }

    /** Waits for a turn at the limit as it is. @return false when that was changed meanwhile */
    private boolean turn(int bytes) throws InterruptedException {
        int before = changes;
        long mine = Math.max(freeAtNanos, System.nanoTime());
        freeAtNanos = mine + Math.round(bytes * 1e9 / bytesPerSecond);
        for (long left = mine - System.nanoTime(); left > 0; left = mine - System.nanoTime()) {
            changed.await(left, TimeUnit.NANOSECONDS);
            if (changes != before) {
                return false;
            }
        }
        return true;
    }

    boolean isWaitedFor() {
        lock.lock();
        try {
            return lock.hasWaiters(changed);
        } finally {
            lock.unlock();
        }
    }

    /** Waits for the turn of so many bytes; those who wait take turns, so that all get on. */
    void take(int bytes) throws InterruptedException {
        lock.lockInterruptibly();
        try {
            while (bytesPerSecond != ALL && !turn(bytes)) {
                // the limit is another one now: the turn is reckoned anew
            }
        } finally {
            lock.unlock();
        }
    }
}
