package wistaxis.core.keys;

import java.util.List;
import wistaxis.core.device.KeyFamily;
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
}
