package wistaxis.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import org.junit.jupiter.api.Test;

/** Whatever ends work in the background reaches whoever asked for it: an answer, an exception, and an error too. */
class BackgroundTest {
    @Test
    void errorsReachTheCallerAsExceptionsDo() throws Exception {
        try {
            Platform.startup(() -> { });
        } catch (IllegalStateException _) {
            // another test began it
        }
        Platform.setImplicitExit(false);
        try (Background background = new Background()) {
            for (Throwable thrown : List.of(new IllegalStateException("x"), new StackOverflowError("y"), new NoClassDefFoundError("z"), new UnsatisfiedLinkError("w"))) {
                CompletableFuture<Throwable> heard = new CompletableFuture<>();
                Callable<String> work = () -> {
                    if (thrown instanceof Error e) {
                        throw e;
                    }
                    throw (RuntimeException) thrown;
                };
                background.run(work, _ -> { }, heard::complete);
                assertThat(heard.get(10, TimeUnit.SECONDS)).isSameAs(thrown);
            }
        }
    }
}
