package wistaxis.desktop.view.drill;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;

/** A drawing that fills its place and is drawn anew when that changes. */
abstract class Drawing extends Region {
    private final Canvas canvas = new Canvas();

    Drawing() {
        getChildren().add(canvas);
    }

    /** Draws on a clean ground as large as the region. */
    abstract void draw(GraphicsContext g);

    @Override
    protected final void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        canvas.getGraphicsContext2D().clearRect(0, 0, getWidth(), getHeight());
        draw(canvas.getGraphicsContext2D());
    }
}
