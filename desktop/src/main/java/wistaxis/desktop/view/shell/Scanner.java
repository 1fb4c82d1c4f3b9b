package wistaxis.desktop.view.shell;

import static wistaxis.core.words.Say.t;

import java.util.function.Consumer;
import java.util.regex.Pattern;
import javafx.animation.PauseTransition;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Window;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;

/**
 * A scanner types a code quicker than hands do, and ends with Enter. Its digits answer no question of the page: a digit is held for a
 * moment until it is sure that no other follows. In a text line everything stays as typed, but for a label of the shop's own, which is
 * taken out again.
 */
final class Scanner {
    private static final Pattern TICKET = Pattern.compile("T-\\d{4,15}");

    /** What a digit of a code may follow. */
    private static final Pattern CODE = Pattern.compile("[\\d-]$");

    /** Longer between two letters is a hand, no scanner. Ours. */
    private static final long QUICK_NANOS = 120_000_000L;

    /** How long a digit is held, and how soon another one shows that it is a scanner's. Ours: scanners type every 5 to 30 ms. */
    private static final Duration HELD = Duration.millis(60);
    private static final long FOLLOWS_NANOS = 45_000_000L;

    /** Shorter is no code. */
    private static final int SHORTEST = 6;
    private static final int SHOWN = 40;

    private final Scene scene;
    private final Consumer<String> ticket;
    private final Consumer<String> problem;
    private final StringBuilder typed = new StringBuilder();
    private final PauseTransition hold = new PauseTransition(HELD);
    private long lastNanos;
    private @Nullable KeyEvent held;
    private boolean again;
    private String before = "";

    /** @param ticket hears of the number of a label @param problem hears what is wrong with another code, in words */
    Scanner(Scene scene, Consumer<String> ticket, Consumer<String> problem) {
        this.scene = scene;
        this.ticket = ticket;
        this.problem = problem;
        hold.setOnFinished(_ -> release());
        scene.windowProperty().addListener((_, _, window) -> watch(window));
        watch(scene.getWindow());
    }

    /** Before the page hears of a key. */
    private void watch(@Nullable Window window) {
        if (window != null) {
            window.addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
            window.addEventFilter(KeyEvent.KEY_TYPED, this::typed);
        }
    }

    /** Whether a digit is held that the page has not heard of. */
    boolean isHolding() {
        return held != null;
    }

    /** Whether a key that was held back is given to the page at this moment. */
    boolean isAgain() {
        return again;
    }

    private void pressed(KeyEvent e) {
        if (again || e.isConsumed() || e.isShortcutDown() || e.isAltDown() || e.isMetaDown()) {
            return;
        }
        boolean quick = within(QUICK_NANOS);
        if (e.getCode() == KeyCode.ENTER) {
            String code = quick ? typed.toString() : "";
            typed.setLength(0);
            if (TICKET.matcher(code).matches()) {
                e.consume();
                drop();
                if (scene.getFocusOwner() instanceof TextInputControl line) {
                    line.setText(before);
                }
                ticket.accept(code);
            } else if (code.length() >= SHORTEST && !inLine()) {
                e.consume();
                drop();
                problem.accept(t("desktop.scan.not-ours", "code", code.substring(0, Math.min(SHOWN, code.length()))));
            }
        } else if (e.getCode().isDigitKey() && !inLine()) {
            if (within(FOLLOWS_NANOS) && CODE.matcher(typed).find()) {
                drop();
            } else {
                held = e;
                hold.playFromStart();
            }
            e.consume();
        }
    }

    private void typed(KeyEvent e) {
        if (e.isConsumed() || e.getCharacter().isEmpty() || e.getCharacter().charAt(0) < ' ' || e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        if (!within(QUICK_NANOS)) {
            typed.setLength(0);
            before = scene.getFocusOwner() instanceof TextInputControl line ? String.valueOf(line.getText()) : "";
        }
        lastNanos = System.nanoTime();
        typed.append(e.getCharacter());
    }

    private boolean within(long nanos) {
        return System.nanoTime() - lastNanos < nanos;
    }

    private boolean inLine() {
        return scene.getFocusOwner() instanceof TextInputControl;
    }

    private void drop() {
        hold.stop();
        held = null;
    }

    /** Nothing followed: a hand has pressed it. */
    private void release() {
        KeyEvent key = held;
        held = null;
        if (key != null && key.getTarget() != null) {
            again = true;
            try {
                Event.fireEvent(scene.getFocusOwner() == null ? scene.getRoot() : scene.getFocusOwner(),
                        key.copyFor(scene, scene.getRoot()));
            } finally {
                again = false;
            }
        }
    }
}
