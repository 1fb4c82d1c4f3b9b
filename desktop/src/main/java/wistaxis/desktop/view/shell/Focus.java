package wistaxis.desktop.view.shell;

import java.util.Objects;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import org.jspecify.annotations.Nullable;
import wistaxis.desktop.view.page.View;

/** Where the keyboard is: on what is done next on the page. */
final class Focus {
    private final Scene scene;
    private final Parent root;
    private final ScrollPane frame;
    private final Supplier<View> page;

    /** @param busy whether the page is being read anew, which looks after the keyboard itself */
    Focus(Scene scene, ScrollPane frame, Supplier<View> page, BooleanSupplier busy) {
        this.scene = scene;
        this.root = scene.getRoot();
        this.frame = frame;
        this.page = page;
        scene.focusOwnerProperty().addListener((_, before, now) -> lost(before, now, busy.getAsBoolean()));
    }

    /**
     * What had the keyboard is gone: it goes to what is done next on the page, not to the head, where the next press would leave the page.
     */
    private void lost(@Nullable Node before, @Nullable Node now, boolean busy) {
        boolean gone = before != null && (before.getScene() != scene || before.isDisabled() || !before.isVisible());
        if (now != null && isIn(now, HelpPane.class)) {
            return;
        }
        if (gone && (now == null || !isInPage(now)) && !busy) {
            Platform.runLater(this::home);
        }
    }

    private static boolean isIn(Node node, Class<? extends Node> pane) {
        return Stream.iterate(node, Objects::nonNull, Node::getParent).anyMatch(pane::isInstance);
    }

    boolean isInPage(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n == frame) {
                return true;
            }
        }
        return false;
    }

    /** The keyboard goes to what is done next on the page, unless it is somewhere on it. */
    void home() {
        Node owner = scene.getFocusOwner();
        if (owner != null && isInPage(owner) && owner != frame) {
            return;
        }
        root.applyCss();
        refocus(page.get().firstFocus());
        Node now = scene.getFocusOwner();
        if (now == null || !isInPage(now)) {
            first(page.get().node()).ifPresentOrElse(Node::requestFocus, frame::requestFocus);
        }
    }

    /** What of a page can have the keyboard first. */
    private static Optional<Node> first(Node node) {
        if (!node.isVisible() || node.isDisabled()) {
            return Optional.empty();
        }
        if (node.isFocusTraversable() && (node instanceof ButtonBase || node instanceof TextInputControl)) {
            return Optional.of(node);
        }
        return node instanceof Parent parent ? parent.getChildrenUnmodifiable().stream().flatMap(c -> first(c).stream()).findFirst()
                : Optional.empty();
    }

    @Nullable String focused() {
        Node owner = scene.getFocusOwner();
        return owner == null ? null : owner.getId();
    }

    void refocus(@Nullable String id) {
        if (id != null && !id.isEmpty() && scene.lookup("#" + id) instanceof Node same && scene.getFocusOwner() != same) {
            same.requestFocus();
        }
    }
}
