package wistaxis.desktop.view.shell;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import javafx.animation.AnimationTimer;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;

/**
 * What lets a press through to the page. A key acts once until it is let go, whatever the system repeats; a page that has just changed
 * takes no press that was made before it was drawn; while an act is being saved the page takes no other. It stands before everything else
 * that listens to keys.
 */
final class KeyGate {
    /** Held, these move or scroll, and do nothing else. */
    private static final Set<KeyCode> MOVING = Set.of(KeyCode.TAB, KeyCode.UP, KeyCode.DOWN, KeyCode.LEFT, KeyCode.RIGHT);

    /** A second click so soon after the page changed was meant for the page before. 400 ms; ours. */
    private static final long SETTLED_NANOS = 400_000_000L;

    /** A page is drawn once the frame after the one that laid it out has begun. */
    private static final int FRAMES = 2;

    private final Scene scene;
    private final BooleanSupplier again;
    private final BooleanSupplier saving;
    private final Node content;
    private final Map<KeyCode, Down> down = new HashMap<>();
    private final AnimationTimer frames = new AnimationTimer() {
        @Override
        public void handle(long now) {
            undrawn = Math.max(0, undrawn - 1);
            if (undrawn == 0) {
                stop();
            }
        }
    };
    private long page;
    private long changedNanos = System.nanoTime() - SETTLED_NANOS;
    private int undrawn;
    private boolean dropTyped;

    /** @param page which one was drawn when the key went down @param in where it was typed */
    private record Down(long page, @Nullable Node in, boolean taken) {}

    /**
     * @param content where the page stands
     * @param again whether a key that was held back is given again
     * @param saving whether an act on the ticket that is shown is not on the disk yet
     */
    KeyGate(Scene scene, Node content, BooleanSupplier again, BooleanSupplier saving) {
        this.scene = scene;
        this.content = content;
        this.again = again;
        this.saving = saving;
        scene.windowProperty().addListener((_, _, window) -> watch(window));
        watch(scene.getWindow());
    }

    private void watch(@Nullable Window window) {
        if (window != null) {
            window.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
            window.addEventFilter(KeyEvent.KEY_TYPED, this::typed);
            window.addEventFilter(KeyEvent.KEY_RELEASED, this::released);
            window.addEventFilter(MouseEvent.MOUSE_PRESSED, this::clicked);
            window.focusedProperty().addListener((_, _, _) -> down.clear());
        }
    }

    /** The page asks for something else now than before. */
    void changed() {
        page++;
        changedNanos = System.nanoTime();
        undrawn = FRAMES;
        frames.start();
    }

    /** Whether a press now would be for a page that nobody has seen yet. */
    boolean isFresh() {
        return undrawn > 0;
    }

    private void pressed(KeyEvent e) {
        if (e.getCode() == KeyCode.UNDEFINED || e.getCode().isModifierKey()) {
            return;
        }
        Down before = down.get(e.getCode());
        Node in = scene.getFocusOwner() instanceof TextInputControl line ? line : null;
        boolean take;
        if (again.getAsBoolean()) {
            take = before == null || before.page() == page;
        } else if (before != null) {
            boolean writing = in != null && in == before.in() && before.taken() && e.getCode() != KeyCode.ENTER;
            take = writing || MOVING.contains(e.getCode());
        } else {
            boolean acts = !e.isShortcutDown() && !MOVING.contains(e.getCode()) && (in == null || e.getCode() == KeyCode.ENTER);
            take = undrawn == 0 && !(acts && saving.getAsBoolean());
            down.put(e.getCode(), new Down(page, in, take));
        }
        dropTyped = !take;
        drop(e, !take);
    }

    private void typed(KeyEvent e) {
        drop(e, dropTyped);
    }

    private void released(KeyEvent e) {
        Down before = down.remove(e.getCode());
        // A button that took the press under another page does not act when it is let go.
        drop(e, before != null && !before.taken() && e.getCode() == KeyCode.SPACE);
    }

    private void clicked(MouseEvent e) {
        boolean second = e.getClickCount() > 1 && System.nanoTime() - changedNanos < SETTLED_NANOS;
        drop(e, within(e.getTarget(), ButtonBase.class::isInstance) && (second || undrawn > 0)
                || saving.getAsBoolean() && within(e.getTarget(), n -> n == content));
    }

    private static boolean within(Object target, Predicate<Node> of) {
        for (Node n = target instanceof Node node ? node : null; n != null; n = n.getParent()) {
            if (of.test(n)) {
                return true;
            }
        }
        return false;
    }

    private static void drop(Event e, boolean so) {
        if (so) {
            e.consume();
        }
    }
}
