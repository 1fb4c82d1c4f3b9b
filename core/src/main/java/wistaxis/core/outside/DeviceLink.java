package wistaxis.core.outside;

import java.util.List;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Input;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Trace;

/** The device on the bench. All times are bench time in nanoseconds and never go back. */
public interface DeviceLink {
    /** Lets time pass and answers with the state then. */
    DeviceState at(long nowNanos);

    /** Whether it is a real device, of which no more is known than what is seen. */
    default boolean isObserved() {
        return false;
    }

    void apply(Input input, long nowNanos);

    Screen screen();

    ComputerSees computer();

    /** Forgets the events so far; the next {@link #timing} begins here. */
    void beginAttempt(long nowNanos);

    /** Key and cable events since the attempt began, seconds from its beginning. */
    List<Trace.Event> timing();
}
