package wistaxis.core.practice;

import com.fasterxml.jackson.annotation.JsonAlias;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.ButtonLayout;

/**
 * One practice attempt of a person, with everything that is needed to play it again.
 *
 * @param device identifier of the model practised on
 * @param blind without cues
 * @param shifts what was made late on purpose: seconds by threshold of the family; empty without distractions
 * @param steps how each step went
 */
public record Drilled(
        String person, Instant at, String device, ButtonLayout family, Goal goal, @JsonAlias("school") String method, boolean blind,
                Map<String, Double> shifts,
        boolean landed, String says, List<StepScore> steps, Trace trace) {
    public Drilled {
        shifts = Map.copyOf(shifts);
        steps = List.copyOf(steps);
    }

    /** Which sequence it was. */
    public String key() {
        return family + "/" + goal + "/" + method;
    }

    /** Whether it is an attempt at this method. */
    public boolean of(ButtonSequence method) {
        return key().equals(method.key());
    }
}
