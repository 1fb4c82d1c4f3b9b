package wistaxis.desktop.look;

import javafx.geometry.Orientation;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** Two columns side by side where there is room for both at the size of the text, one below the other where there is not. */
public final class Columns extends Pane {
    private static final double GAP = 16;

    /** Below so many pixels a column side by side scrolls in itself. */
    private static final double LEAST_HEIGHT = 220;

    private final Region left;
    private final Region right;
    private final double leastLeft;
    private final double rightWidth;

    /**
     * @param leastLeft least width of the left column, and
     * @param rightWidth the width of the right one, pixels at the usual size of the text
     */
    public Columns(Region left, double leastLeft, Region right, double rightWidth) {
        super(left, right);
        this.left = left;
        this.right = right;
        this.leastLeft = leastLeft;
        this.rightWidth = rightWidth;
    }

    private double right() {
        return rightWidth * Math.min(Look.of(this).scale(), 1.3);
    }

    private boolean beside(double width) {
        return width < 0 || width >= leastLeft * Look.of(this).scale() + GAP + right();
    }

    @Override
    public Orientation getContentBias() {
        return Orientation.HORIZONTAL;
    }

    @Override
    protected double computeMinWidth(double height) {
        return 0;
    }

    @Override
    protected double computePrefWidth(double height) {
        return leastLeft * Look.of(this).scale() + GAP + right();
    }

    @Override
    protected double computeMinHeight(double width) {
        return beside(width) ? LEAST_HEIGHT : computePrefHeight(width);
    }

    @Override
    protected double computePrefHeight(double width) {
        return beside(width) ? Math.max(left.prefHeight(Math.max(-1, width - GAP - right())), right.prefHeight(right()))
                : left.prefHeight(width) + GAP + right.prefHeight(width);
    }

    @Override
    protected void layoutChildren() {
        double width = getWidth();
        if (beside(width)) {
            left.resizeRelocate(0, 0, width - GAP - right(), getHeight());
            right.resizeRelocate(width - right(), 0, right(), getHeight());
        } else {
            double below = left.prefHeight(width) + GAP;
            left.resizeRelocate(0, 0, width, below - GAP);
            right.resizeRelocate(0, below, width, Math.max(right.prefHeight(width), getHeight() - below));
        }
    }
}
