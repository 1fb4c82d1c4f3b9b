package wistaxis.workbench.practice;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Landing;
import wistaxis.core.buttons.Offer;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.Trace;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Demonstration;
import wistaxis.core.coach.Verdict;

/** Where a coach stands. */
sealed interface CoachState {
    /** The attempt that goes on, or the last one; null before the first. */
    @Nullable Begun begun();

    /**
     * How an attempt began.
     *
     * @param atNanos when, bench time
     * @param landing what it is to come to
     */
    record Begun(Start from, boolean plugged, long atNanos, Landing landing) {}

    /**
     * No buttons are wanted.
     *
     * @param verdict of the last attempt; null where it has none
     * @param reading what was seen after it means this; null where nobody has said
     */
    record Resting(@Nullable Begun begun, @Nullable Verdict verdict, @Nullable Reading reading) implements CoachState {}

    /** The coach leads. */
    record Leading(Begun begun, CoachRun run, Pressing hand) implements CoachState {
        Leading at(CoachRun next, Pressing by) {
            return new Leading(begun, next, by);
        }
    }

    /**
     * The buttons of a real device are over, and somebody has to say what came of them.
     *
     * @param run as far as it came
     * @param told what the technician says that the computer has, where USB does not tell
     */
    record Asking(Begun begun, CoachRun run, Offer told) implements CoachState {}

    /** Who moves the buttons. */
    sealed interface Pressing {
        /** The technician, on buttons that the program sees. */
        record Own() implements Pressing {}

        /** The technician, on a real device: what the buttons do is seen on its screen and at the computer alone. */
        record Unseen() implements Pressing {}

        /** Nobody: the sequence is played as it should be. */
        record Show(Demonstration shown) implements Pressing {}

        /** Nobody: an attempt is played again as it was. @param done so many of its events are done */
        record Replay(List<Trace.Event> events, int done) implements Pressing {}

        /** Whether the technician moves them. */
        default boolean isFree() {
            return this instanceof Own || this instanceof Unseen;
        }
    }
}
