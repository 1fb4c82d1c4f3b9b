package wistaxis.workbench.life;

import java.io.InterruptedIOException;
import java.nio.channels.ClosedByInterruptException;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import wistaxis.store.files.LogFile;

/** Runs what may take long off the interface thread and brings the answer back to it; what is asked after the end is dropped. */
public final class Background implements AutoCloseable {
    private final Executor front;
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final ExecutorService inOrder = Executors.newSingleThreadExecutor(Thread.ofPlatform().name("files").daemon().factory());
    private final AtomicInteger running = new AtomicInteger();
    private final AtomicInteger writing = new AtomicInteger();

    /** Writes a file. */
    public interface Writing {
        void run() throws Exception;
    }

    /** @param front runs something on the interface thread, later */
    public Background(Executor front) {
        this.front = front;
    }

    public <T> void run(Callable<T> work, Consumer<T> done, Consumer<Throwable> failed) {
        if (!threads.isShutdown()) {
            running.incrementAndGet();
            threads.execute(() -> carryOut(work, answer -> over(running, () -> done.accept(answer)), e -> over(running,
                    () -> failed.accept(e))));
        }
    }

    /** What went wrong, without what a future puts around it. */
    public static Throwable cause(Throwable e) {
        return e instanceof CompletionException && e.getCause() != null ? e.getCause() : e;
    }

    /** However the answer is taken, it is no longer under way. */
    private static void over(AtomicInteger count, Runnable answer) {
        try {
            answer.run();
        } finally {
            count.decrementAndGet();
        }
    }

    /** How much is under way whose answer was not taken yet; files that are written not counted. */
    public int running() {
        return running.get();
    }

    /** For what writes a file: one after another, as asked for; all of it is done before the end. */
    public void write(Writing work, Consumer<Throwable> failed) {
        write(() -> {
            work.run();
            return true;
        }, _ -> { }, failed);
    }

    /** The same for what has an answer; it counts as not written until the answer was taken. */
    public <T> void write(Callable<T> work, Consumer<T> done, Consumer<Throwable> failed) {
        if (!inOrder.isShutdown()) {
            writing.incrementAndGet();
            inOrder.execute(() -> carryOut(work, answer -> over(writing, () -> done.accept(answer)), e -> over(writing,
                    () -> failed.accept(e))));
        } else {
            failed.accept(new IllegalStateException("the bench is closed; nothing was written"));
        }
    }


    private <T> void carryOut(Callable<T> work, Consumer<T> done, Consumer<Throwable> failed) {
        try {
            T result = work.call();
            toFront(() -> done.accept(result));
        } catch (Throwable e) {
            if (!isStopped(e)) {
                LogFile.failed("in the background", e);
            }
            toFront(() -> failed.accept(e)); // an error, too, reaches whoever waits
        }
    }

    /** What somebody stopped has not failed. */
    private static boolean isStopped(Throwable e) {
        return e instanceof InterruptedIOException || e instanceof ClosedByInterruptException || e instanceof InterruptedException;
    }

    private void toFront(Runnable answer) {
        try {
            front.execute(answer);
        } catch (RejectedExecutionException _) {
            // nobody is there any more
        }
    }

    /** How many files are still to be written. */
    public int writing() {
        return writing.get();
    }

    @Override
    public void close() {
        threads.shutdownNow();
        inOrder.close();
    }
}
