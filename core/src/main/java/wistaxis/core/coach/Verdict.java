package wistaxis.core.coach;

import java.util.Optional;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Explanation;
import wistaxis.core.buttons.Landing;
import wistaxis.core.facts.Said;
import wistaxis.core.words.Text;

/** How an attempt ended: what happened and what to do next. */
public record Verdict(boolean success, Said says, Text next) {

    /** @return nothing while it can still succeed */
    public static Optional<Verdict> of(Landing landing, DeviceState state) {
        return of(landing, landing, state);
    }

    /** @param now the same attempt, judged for the part of a chain that goes on */
    public static Optional<Verdict> of(Landing landing, Landing now, DeviceState state) {
        if (landing.reached(state)) {
            return Optional.of(new Verdict(true, Explanation.reached(landing.goal(), state, landing.machine()),
                    Text.of("core.coach.let-go-now")));
        }
        return now.spoiled(state).map(cause -> new Verdict(false, cause.said(), cause.next()));
    }
}
