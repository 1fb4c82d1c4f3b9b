package wistaxis.desktop.view.shell;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;

/**
 * When the window looks at the bench: each time it is drawn while something moves, and once a second while nothing does, so that a
 * window that stands open costs next to nothing.
 */
final class Frames implements AutoCloseable {
    /** Between two looks at rest: a second, with the second of the clock on the wall. Ours. */
    private static final long REST_MILLIS = 1000;

    private final Runnable frame;
    private final BooleanSupplier moves;
    private final AtomicBoolean asked = new AtomicBoolean();
    private final ScheduledExecutorService rest = Executors.newSingleThreadScheduledExecutor(Thread.ofPlatform().name("frames").daemon()
            .factory());
    private final AnimationTimer drawn = new AnimationTimer() {
        @Override
        public void handle(long now) {
            look();
        }
    };
    private volatile boolean moving;

    /** @param moves whether something moves, so that each frame counts */
    Frames(Runnable frame, BooleanSupplier moves) {
        this.frame = frame;
        this.moves = moves;
    }

    void start() {
        rest.scheduleAtFixedRate(this::atRest, REST_MILLIS - System.currentTimeMillis() % REST_MILLIS, REST_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** On the thread of the clock: one look is asked for at a time, however long the window takes for it. */
    void atRest() {
        if (!moving && asked.compareAndSet(false, true)) {
            Platform.runLater(() -> {
                asked.set(false);
                look();
            });
        }
    }

    private void look() {
        frame.run();
        turn();
    }

    boolean isMoving() {
        return moving;
    }

    /** Something has changed: what begins to move now is seen from its first frame on. */
    void turn() {
        boolean now = moves.getAsBoolean();
        if (now != moving) {
            moving = now;
            if (now) {
                drawn.start();
            } else {
                drawn.stop();
            }
        }
    }

    @Override
    public void close() {
        rest.shutdownNow();
        drawn.stop();
    }
}
