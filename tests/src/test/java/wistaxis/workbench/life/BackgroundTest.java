package wistaxis.workbench.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Whatever ends work in the background reaches whoever asked for it: an answer, an exception, and an error too. */
class BackgroundTest {
    @Test
    public void errorsReachTheCallerAsExceptionsDo() throws Exception {
        try (Background background = new Background(Runnable::run)) {
            for (Throwable thrown : List.of(new IllegalStateException("x"), new StackOverflowError("y"), new NoClassDefFoundError("z"),
                    new UnsatisfiedLinkError("w"))) {
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

    @Test
    public void filesAreWrittenInTheOrderInWhichThatWasAskedForAndAllBeforeTheEnd() {
        List<Integer> written = new ArrayList<>();
        Background background = new Background(Runnable::run);
        for (int i = 0; i < 50; i++) {
            int n = i;
            background.write(() -> written.add(n), _ -> { });
        }
        background.close();
        assertThat(written).hasSize(50).isSorted();
        assertThat(background.writing()).isZero();
    }
}
