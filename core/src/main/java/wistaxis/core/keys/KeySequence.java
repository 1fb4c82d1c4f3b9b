package wistaxis.core.keys;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import wistaxis.core.device.Body;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Provenance;

/**
 * One way ("school") to reach a goal on one family, as data.
 *
 * @param from the starts it is meant for
 * @param plugged whether the device is in the host before the first step
 * @param minority whether few practise it: listed with a caution, never a first choice
 */
public record KeySequence(
        String school, KeyFamily family, Goal goal, List<Start> from, boolean plugged, boolean minority,
        Provenance provenance, String source, List<String> cautions, List<KeyStep> steps) {
    public KeySequence {
        from = List.copyOf(from);
        cautions = List.copyOf(cautions);
        steps = List.copyOf(steps);
    }

    /** Every key that it needs. */
    public Set<PhysicalKey> keys() {
        return steps.stream().flatMap(step -> step.keys().stream()).collect(Collectors.toUnmodifiableSet());
    }

    /** This school on a body, with the power key as it is called there. */
    KeySequence on(Body body) {
        return new KeySequence(school, family, goal, from, plugged, minority, provenance, source, cautions,
                steps.stream().map(s -> new KeyStep(s.action(), s.keys().stream().map(k -> k.isPower() ? body.powerKey() : k).toList(), s.seconds(), s.until())).toList());
    }
}
