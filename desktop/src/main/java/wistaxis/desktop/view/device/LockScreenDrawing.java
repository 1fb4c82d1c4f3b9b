package wistaxis.desktop.view.device;

import java.util.Map;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import wistaxis.desktop.look.Look;

/**
 * What a lock screen looks like from afar, in a few strokes: a pad of digits, lines with a clock, lines with a bar across, a cable. Ours.
 */
public final class LockScreenDrawing extends Pane {
    /** The answers that are drawn, and what draws each. */
    private static final Map<String, Consumer> DRAWN = Map.of("pad", LockScreenDrawing::pad, "unavailable", LockScreenDrawing::clock,
            "disabled", LockScreenDrawing::barred, "computer", LockScreenDrawing::cable);

    private static final double WIDTH = 40;
    private static final double HEIGHT = 64;

    /** One drawing. */
    private interface Consumer {
        void draw(GraphicsContext g);
    }

    private final Canvas canvas;
    private final Consumer drawing;
    private final double times;

    private LockScreenDrawing(Consumer drawing, double times) {
        this.drawing = drawing;
        this.times = times;
        this.canvas = new Canvas(WIDTH * times, HEIGHT * times);
        setMinSize(WIDTH * times, HEIGHT * times);
        setMaxSize(WIDTH * times, HEIGHT * times);
        getChildren().add(canvas);
    }

    /** In the colours of the theme that it stands in now. */
    @Override
    protected void layoutChildren() {
        GraphicsContext g = canvas.getGraphicsContext2D();
        Color ink = Look.color(g, "ink");
        g.setTransform(times, 0, 0, times, 0, 0);
        g.clearRect(0, 0, WIDTH, HEIGHT);
        g.setStroke(ink);
        g.setFill(ink);
        g.setLineWidth(1.5);
        g.strokeRoundRect(1, 1, WIDTH - 2, HEIGHT - 2, 9, 9);
        drawing.draw(g);
    }

    public static boolean draws(String answer) {
        return DRAWN.containsKey(answer);
    }

    /** @param times its usual size @throws IllegalArgumentException for an answer that is not drawn */
    public static LockScreenDrawing of(String answer, double times) {
        Consumer drawing = DRAWN.get(answer);
        if (drawing == null) {
            throw new IllegalArgumentException(answer);
        }
        return new LockScreenDrawing(drawing, times);
    }

    private static void lines(GraphicsContext g, double top) {
        g.fillRect(9, top, 22, 2.5);
        g.fillRect(12, top + 6, 16, 1.5);
    }

    private static void pad(GraphicsContext g) {
        for (int row = 0; row < 4; row++) {
            for (int column = row == 3 ? 1 : 0; column < (row == 3 ? 2 : 3); column++) {
                g.strokeOval(7.5 + column * 9, 17 + row * 10, 7, 7);
            }
        }
    }

    /** A button may stand at the bottom. */
    private static void clock(GraphicsContext g) {
        lines(g, 14);
        g.strokeOval(14, 27, 12, 12);
        g.strokeLine(20, 33, 20, 29.5);
        g.strokeLine(20, 33, 23, 33);
        g.strokeRoundRect(10, 50, 20, 7, 4, 4);
    }

    private static void barred(GraphicsContext g) {
        lines(g, 14);
        g.strokeLine(9, 34, 31, 34);
        g.strokeLine(9, 38, 31, 38);
    }

    private static void cable(GraphicsContext g) {
        lines(g, 14);
        g.strokeRect(11, 28, 18, 11);
        g.strokeLine(8, 42, 32, 42);
        g.strokeLine(20, 45, 20, 57);
        g.fillRect(17.5, 50, 5, 7);
    }
}
