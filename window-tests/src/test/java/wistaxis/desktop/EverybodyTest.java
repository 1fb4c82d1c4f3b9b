package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.desktop.view.page.Manual;

/** Every page in each of its states, as a screen reader and the keyboard find it. */
class EverybodyTest {
    /** Published: WCAG 2.2, target size (minimum), level AA. */
    private static final double SMALLEST_TARGET = 24;

    @TempDir
    private Path folder = Path.of("");

    @Test
    void everyControlHasANameAndIsReachedInTheOrderOfReading() {
        Set<String> found = new LinkedHashSet<>();
        Pages.visit(folder, (w, where) -> Window.onFx(() -> {
            Parent root = w.shell.scene().getRoot();
            root.applyCss();
            root.layout(); // what came by itself may have made it anew
            root.lookupAll("*").stream().filter(Window::shows).forEach(n -> {
                if (n.isFocusTraversable() && (n instanceof ButtonBase || n instanceof TextInputControl) && name(n).isBlank()) {
                    found.add(where + ": no name, " + n.getId());
                }
                if (n instanceof TextInputControl line && name(line).matches("[a-z]{2}-[a-z]{3}|\\d.*|https?:.*")) {
                    found.add(where + ": an example for a name, " + name(line));
                }
                if (n instanceof Canvas canvas && !isDecoration(canvas) && spoken(canvas).isBlank()) {
                    found.add(where + ": a drawing says nothing, " + canvas.getParent());
                }
                if (n instanceof Button button && (button.getWidth() < SMALLEST_TARGET || button.getHeight() < SMALLEST_TARGET)) {
                    found.add(where + ": smaller than 24, " + name(button) + " " + button.getWidth() + " x " + button.getHeight());
                }
                if (n instanceof Parent parent) {
                    twice(parent).forEach(t -> found.add(where + ": twice in one group, " + t));
                    order(parent).forEach(t -> found.add(where + ": out of order, " + t));
                }
            });
            Node owner = w.shell.scene().getFocusOwner();
            if (owner == null || !Window.shows(owner)) {
                found.add(where + ": nothing has the keyboard");
            }
            return null;
        }), "as it opens");
        assertThat(found).isEmpty();
    }

    /** What stands in a field does not name it: its label does, or what it says of itself. */
    private static String name(Node n) {
        String own = n.getAccessibleText();
        return own != null && !own.isBlank() ? own : n instanceof Labeled l && l.getText() != null ? l.getText() : "";
    }

    private static boolean isDecoration(Canvas canvas) {
        return canvas.getWidth() < SMALLEST_TARGET || canvas.getHeight() < SMALLEST_TARGET;
    }

    /** What a drawing says, or what is around it does for it. */
    private static String spoken(Node n) {
        for (Node up = n; up != null; up = up.getParent()) {
            if (up.getAccessibleText() != null && !up.getAccessibleText().isBlank()) {
                return up.getAccessibleText();
            }
            if (up instanceof Labeled l && l.getText() != null && !l.getText().isBlank()) {
                return l.getText();
            }
        }
        return "";
    }

    private static List<String> twice(Parent group) {
        Map<String, Integer> names = new HashMap<>();
        group.getChildrenUnmodifiable().stream().filter(n -> n.isVisible() && n instanceof ButtonBase).map(EverybodyTest::name)
                .forEach(n -> names.merge(n, 1, Integer::sum));
        return names.entrySet().stream().filter(e -> e.getValue() > 1).map(Map.Entry::getKey).toList();
    }

    /** In one group the keyboard goes as the eye does: down, and from left to right. */
    private static List<String> order(Parent group) {
        List<String> wrong = new ArrayList<>();
        Node before = null;
        for (Node n : group.getChildrenUnmodifiable()) {
            if (!n.isVisible() || !n.isManaged() || !n.isFocusTraversable()) {
                continue;
            }
            if (before != null) {
                Bounds a = before.getBoundsInParent();
                Bounds b = n.getBoundsInParent();
                boolean above = b.getMaxY() < a.getMinY() + 1;
                boolean leftOf = b.getMaxX() < a.getMinX() + 1 && b.getMinY() < a.getMaxY() - 1;
                if (above || leftOf) {
                    wrong.add(name(before) + " before " + name(n));
                }
            }
            before = n;
        }
        return wrong;
    }

    /** A chip says whether it is chosen; the help has the part of each page, and comes and goes by key. */
    @Test
    void chipsSayWhetherTheyAreChosenAndHelpComesByKey() {
        try (Window w = Window.demo(folder, 12_000_000)) {
            w.click("nav-settings");
            assertThat(Window.onFx(() -> w.shell.scene().lookup("#language-en").queryAccessibleAttribute(AccessibleAttribute.SELECTED)))
                    .isEqualTo(true);
            assertThat(Window.onFx(() -> w.shell.scene().lookup("#language-de").queryAccessibleAttribute(AccessibleAttribute.SELECTED)))
                    .isEqualTo(false);
            w.tap(javafx.scene.input.KeyCode.F1);
            w.sees("Ctrl+N");
            w.tap(javafx.scene.input.KeyCode.ESCAPE);
            assertThat(w.text()).doesNotContain("Ctrl+N");
            w.click("help");
            w.sees(Manual.paragraphs("settings").getFirst());
            w.click("nav-bench");
            assertThat(w.text()).as("another page closes it").doesNotContain(Manual.paragraphs("settings").getFirst());
            w.tap(javafx.scene.input.KeyCode.F3);
            w.sees("The bench: drawings as tables");
            w.sees("From", "hands-on", "unattended");
            w.click("help-close");
            w.click("nav-figures");
            w.sees("Figures of this shop");
            w.click("nav-customers");
            assertThat(Objects.requireNonNull(Window.onFx(() -> w.shell.scene().getFocusOwner())).getId()).isEqualTo("customer-search");
        }
    }
}
