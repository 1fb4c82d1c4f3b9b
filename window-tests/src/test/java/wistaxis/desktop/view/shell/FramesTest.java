package wistaxis.desktop.view.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.application.Platform;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** A window at rest looks at the bench by a clock of its own; as soon as something moves, with each frame. */
class FramesTest {
    private final AtomicInteger looks = new AtomicInteger();
    private final AtomicBoolean moves = new AtomicBoolean();

    @BeforeAll
    static void startPlatform() {
        try {
            Platform.startup(() -> Platform.setImplicitExit(false));
        } catch (IllegalStateException _) {
            // another test has
        }
    }

    private void looked(int times) throws InterruptedException {
        for (int until = looks.get() + times; looks.get() < until;) {
            Thread.sleep(2);
        }
    }

    private static void onFx(Runnable work) throws InterruptedException {
        CountDownLatch done = new CountDownLatch(1);
        Platform.runLater(() -> {
            work.run();
            done.countDown();
        });
        done.await();
    }

    @Test
    void itMovesWhenSomethingDoesAndRestsOtherwise() throws InterruptedException {
        try (Frames frames = new Frames(looks::incrementAndGet, moves::get)) {
            frames.start();
            looked(2);
            assertThat(frames.isMoving()).isFalse();
            moves.set(true);
            onFx(frames::turn);
            assertThat(frames.isMoving()).as("from the first frame on").isTrue();
            looked(20);
            moves.set(false);
            looked(1);
            onFx(() -> { });
            assertThat(frames.isMoving()).as("a look finds that nothing moves any more").isFalse();
            looked(2);
        }
    }

    /** A look that takes long is waited for: no queue of them builds up on the window's thread. */
    @Test
    void oneLookIsAskedForAtATime() throws InterruptedException {
        CountDownLatch goOn = new CountDownLatch(1);
        try (Frames frames = new Frames(looks::incrementAndGet, moves::get)) {
            Platform.runLater(() -> {
                try {
                    goOn.await();
                } catch (InterruptedException _) {
                    Thread.currentThread().interrupt();
                }
            });
            for (int i = 0; i < 50; i++) {
                frames.atRest();
            }
            goOn.countDown();
            onFx(() -> { });
            assertThat(looks).hasValue(1);
        }
    }
}
