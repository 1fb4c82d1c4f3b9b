package wistaxis.workbench.life;

import java.util.concurrent.Executor;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.store.files.LogFile;

/**
 * What is brought back to the thread that the bench belongs to, in order. While the bench closes, that thread takes it from here itself, so
 * that what was begun comes to its end.
 */
public final class Front implements Executor {
    /** So long nothing may come before the end no longer waits for it. Ours. */
    private static final long LONGEST_MILLIS = 60_000;

    private final Executor thread;
    private final LinkedBlockingQueue<Runnable> queue = new LinkedBlockingQueue<>();

    public Front(Executor thread) {
        this.thread = thread;
    }

    @Override
    public void execute(Runnable work) {
        queue.add(work);
        thread.execute(this::one);
    }

    private void one() {
        Runnable next = queue.poll();
        if (next != null) {
            next.run();
        }
    }

    /** On the bench's own thread: does what comes back until nothing is under way any more. @return whether it came to that */
    public boolean drain(BooleanSupplier underWay) {
        while (true) {
            Runnable next = poll(underWay.getAsBoolean() ? LONGEST_MILLIS : 0);
            if (next == null) {
                return !underWay.getAsBoolean();
            }
            try {
                next.run();
            } catch (RuntimeException e) {
                LogFile.failed("at the end", e);
            }
        }
    }

    private @Nullable Runnable poll(long millis) {
        try {
            return queue.poll(millis, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return queue.poll();
        }
    }
}
