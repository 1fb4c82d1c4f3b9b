package wistaxis.workbench.practice;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Demonstration;
import wistaxis.core.coach.Verdict;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Landing;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.Start;
import wistaxis.core.keys.Trace;

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
     * No keys are wanted.
     *
     * @param verdict of the last attempt; null where it has none
     * @param reading what was seen after it means this; null where nobody has said
     */
    record Resting(@Nullable Begun begun, @Nullable Verdict verdict, @Nullable Reading reading) implements CoachState {}

    /** The coach leads. */
    record Leading(Begun begun, CoachRun run, Hand hand) implements CoachState {
        Leading at(CoachRun next, Hand by) {
            return new Leading(begun, next, by);
        }
    }

    /**
     * The keys of a real device are over, and somebody has to say what came of them.
     *
     * @param told what the technician says that the host has, where USB does not tell
     */
    record Asking(Begun begun, KeySequence school, HostView told) implements CoachState {}

    /** Who moves the keys. */
    sealed interface Hand {
        /** The technician, on keys that the program sees. */
        record Own() implements Hand {}

        /** The technician, on a real device: what the keys do is seen on its screen and at the host alone. */
        record Unseen() implements Hand {}

        /** Nobody: the sequence is played as it should be. */
        record Show(Demonstration shown) implements Hand {}

        /** Nobody: an attempt is played again as it was. @param done so many of its events are done */
        record Replay(List<Trace.Event> events, int done) implements Hand {}

        /** Whether the technician moves them. */
        default boolean isFree() {
            return this instanceof Own || this instanceof Unseen;
        }
    }
}
