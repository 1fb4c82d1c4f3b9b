package wistaxis.core.practice;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Trace;

/**
 * One practice attempt of a person, with everything that is needed to play it again.
 *
 * @param device identifier of the model practised on
 * @param blind without cues
 * @param shifts what was made late on purpose: seconds by threshold of the family; empty without distractions
 * @param steps how each step went
 */
public record Drilled(
        String person, Instant at, String device, KeyFamily family, Goal goal, String school, boolean blind, Map<String, Double> shifts,
        boolean landed, String says, List<StepScore> steps, Trace trace) {
    public Drilled {
        shifts = Map.copyOf(shifts);
        steps = List.copyOf(steps);
    }

    /** Which sequence it was. */
    public String key() {
        return family + "/" + goal + "/" + school;
    }

    /** Whether it is an attempt at this school. */
    public boolean of(KeySequence school) {
        return key().equals(school.key());
    }
}
