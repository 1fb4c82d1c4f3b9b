package wistaxis.core.keys;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Provenance;

/**
 * One way ("school") to reach a goal on one family, as data.
 *
 * @param from the starts it is meant for
 * @param plugged whether the device is in the host before the first step
 * @param models the names of the models that it is for; null where all of the family
 * @param minority whether few practise it: listed with a caution, never a first choice
 */
public record KeySequence(
        String school, KeyFamily family, Goal goal, List<Start> from, boolean plugged, boolean minority,
        Provenance provenance, String source, List<String> cautions, @Nullable List<String> models, List<KeyStep> steps) {
    public KeySequence {
        from = List.copyOf(from);
        cautions = List.copyOf(cautions);
        models = models == null ? null : List.copyOf(models);
        steps = List.copyOf(steps);
    }

    /** Every key that it needs. */
    public Set<PhysicalKey> keys() {
        return steps.stream().flatMap(step -> step.keys().stream()).collect(Collectors.toUnmodifiableSet());
    }

    /** What tells it from others: family, goal and name. */
    public String key() {
        return family + "/" + goal + "/" + school;
    }

    boolean isFor(DeviceModel model) {
        return family == model.family() && (models == null || models.contains(model.name()));
    }

    /** This school on a body, with the power key as it is called there. */
    KeySequence on(Body body) {
        return new KeySequence(school, family, goal, from, plugged, minority, provenance, source, cautions, models,
                steps.stream().map(s -> new KeyStep(s.action(), s.keys().stream().map(k -> k.isPower() ? body.powerKey() : k).toList(),
                s.seconds(), s.until())).toList());
    }
}
