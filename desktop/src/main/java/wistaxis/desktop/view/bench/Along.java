package wistaxis.desktop.view.bench;

import static wistaxis.core.words.Say.t;

import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import wistaxis.desktop.look.Ui;

/** Moves along the time of the bench, closer and wider: by buttons, Alt with an arrow, the wheel with Ctrl, and by dragging. */
final class Along {
    private static final double STEP = 0.25;

    /** The axis goes with the mouse by so much of it at a time: each move draws every row anew. */
    private static final double DRAG = 0.1;

    private final Runnable changed;
    private Axis axis = Axis.USUAL;
    private double dragged;

    Along(Runnable changed) {
        this.changed = changed;
    }

    Axis axis() {
        return axis;
    }

    List<Button> buttons() {
        return List.of(button("earlier", () -> show(axis.shifted(-STEP))), button("to-now", () -> show(Axis.USUAL)), button("later",
                () -> show(axis.shifted(STEP))), button("closer", () -> show(axis.zoomed(true))), button("wider", () -> show(axis
                        .zoomed(false))));
    }

    private static Button button(String what, Runnable action) {
        return Ui.button("axis-" + what, t("desktop.bench." + what), "quiet small", action);
    }

    private void show(Axis other) {
        if (!other.equals(axis)) {
            axis = other;
            changed.run();
        }
    }

    /** @param page on which keys are heard @param lanes on which the mouse is */
    void hear(Region page, Region lanes) {
        page.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        lanes.addEventFilter(ScrollEvent.SCROLL, this::wheel);
        lanes.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> dragged = e.getX());
        lanes.addEventFilter(MouseEvent.MOUSE_DRAGGED, e -> drag(e, lanes.getWidth() - TimeLane.CARD));
    }

    private void key(KeyEvent e) {
        if (e.isAltDown() && e.getCode().isArrowKey()) {
            show(switch (e.getCode()) {
                case LEFT, KP_LEFT -> axis.shifted(-STEP);
                case RIGHT, KP_RIGHT -> axis.shifted(STEP);
                case UP, KP_UP -> axis.zoomed(true);
                default -> axis.zoomed(false);
            });
            e.consume();
        }
    }

    private void wheel(ScrollEvent e) {
        if (e.isShortcutDown() && e.getDeltaY() != 0) {
            show(axis.zoomed(e.getDeltaY() > 0));
            e.consume();
        }
    }

    private void drag(MouseEvent e, double wide) {
        double share = (dragged - e.getX()) / Math.max(1, wide);
        if (e.getX() > TimeLane.CARD && Math.abs(share) >= DRAG) {
            dragged = e.getX();
            show(axis.shifted(share));
        }
    }
}
