package wistaxis.desktop.view.page;

import javafx.scene.Parent;
import wistaxis.workbench.life.Change;

/** A page of the window. */
public interface View {
    Parent node();

    /** Reads the workbench anew after something happened. */
    void refresh();

    /** Whether the page shows what has changed. */
    boolean follows(Change change);

    /** Redraws what moves by itself: a few times a second while the view is shown, and each frame while something {@link #moves}. */
    default void tick() {}

    /** Whether each frame counts on this page, besides when keys are led or simulated time runs fast. */
    default boolean moves() {
        return false;
    }

    /** The id of what has the keyboard when the page opens; empty for whatever comes first. */
    default String firstFocus() {
        return "";
    }

    /** What the page asks for now: when that changes, a press that was meant for what stood there before does nothing. */
    default String wants() {
        return firstFocus();
    }

    /** The ticket that it is about; empty for none. */
    default String number() {
        return "";
    }

    /** The part of the {@link Manual} that is about it. */
    String manual();

    /** What happens next and when hands are needed again, in one line. */
    String next();

    /** Leaves the page: lets go of what it holds. */
    default void leave() {}
}
