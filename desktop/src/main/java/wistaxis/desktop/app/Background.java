package wistaxis.desktop.app;

import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.application.Platform;

/** Runs what may take long off the JavaFX thread and brings the answer back to it; what is asked after the end is dropped. */
final class Background implements AutoCloseable {
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();

    <T> void run(Callable<T> work, Consumer<T> done, Consumer<Throwable> failed) {
        if (!threads.isShutdown()) {
            threads.execute(() -> {
                try {
                    T result = work.call();
                    Platform.runLater(() -> done.accept(result));
                } catch (Throwable e) {
                    Platform.runLater(() -> failed.accept(e)); // an error, too, reaches whoever waits
                }
            });
        }
    }

    @Override
    public void close() {
        threads.shutdownNow();
    }
}
