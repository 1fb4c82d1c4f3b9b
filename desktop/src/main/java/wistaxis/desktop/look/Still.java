package wistaxis.desktop.look;

import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;

/** The place of a label whose text changes all the time and keeps its length: nothing around it is laid out anew for that. */
public final class Still extends StackPane {
    private final Label label;

    /** @param sample as long as any text that it will have */
    public Still(Label label, String sample) {
        super(Ui.label(sample, String.join(" ", label.getStyleClass())), label);
        this.label = label;
        getChildren().getFirst().setVisible(false);
        label.setManaged(false);
        setMinWidth(USE_PREF_SIZE);
    }

    @Override
    protected void layoutChildren() {
        super.layoutChildren();
        label.resizeRelocate(0, 0, getWidth(), getHeight());
    }
}
