package wistaxis.desktop.view.settings;

import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.TextField;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import wistaxis.core.facts.BadInput;
import wistaxis.desktop.look.Ui;
import wistaxis.store.files.DiskProblem;

/** A setting that is typed, saved when it is left; what cannot be read is said under it and nothing is changed. */
public final class TypedCard {
    /** What is at most so many letters long has room in a narrow field. */
    private static final int SHORT = 20;
    private static final double SHORT_WIDTH = 160;

    private final TextField field;
    private final Supplier<String> kept;
    private final Consumer<String> keep;
    private final Label wrong = Ui.text("", "small erases");
    private final VBox card;

    /**
     * @param prompt an example
     * @param longest letters
     * @param kept what is saved now
     * @param keep saves what was typed; throws {@link BadInput} for what cannot be
     */
    public TypedCard(String id, String prompt, int longest, String asks, String why, Supplier<String> kept, Consumer<String> keep) {
        this.field = Ui.field(id, prompt, longest);
        this.kept = kept;
        this.keep = keep;
        field.setAccessibleText(asks);
        field.setText(kept.get());
        field.setOnAction(_ -> take());
        field.focusedProperty().addListener((_, _, focused) -> {
            if (!focused) {
                take();
            }
        });
        field.setMaxWidth(longest > SHORT ? Region.USE_COMPUTED_SIZE : SHORT_WIDTH);
        wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
        card = Ui.card(Ui.text(asks, "strong"), Ui.text(why, "small muted"), field, wrong);
        card.setPrefWidth(600);
    }

    public VBox card() {
        return card;
    }

    private void take() {
        String now = field.getText().strip();
        try {
            if (!now.equals(kept.get())) {
                keep.accept(now);
            }
            wrong.setText("");
        } catch (BadInput | DiskProblem e) {
            wrong.setText(String.valueOf(e.getMessage()));
        }
    }
}
