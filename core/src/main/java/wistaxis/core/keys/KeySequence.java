package wistaxis.core.keys;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.Body;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

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
        Provenance provenance, String source, List<Text> cautions, @Nullable List<String> models, List<KeyStep> steps) {
    private static final String AFTER_POWER_OFF = "Power off, then ";

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

    /** Whether a power-off comes first, so that it begins with a device that is on: one run of two sequences. */
    public boolean beginsWithPowerOff() {
        return goal != Goal.POWER_OFF && steps.stream().anyMatch(s -> s.action() == KeyStep.Action.DRAG);
    }

    /** What a step is for: in a chain the device is switched off first. */
    public Goal goalOf(int step) {
        return beginsWithPowerOff() && step <= steps.stream().map(KeyStep::action).toList().indexOf(KeyStep.Action.DRAG) ? Goal.POWER_OFF
                : goal;
    }

    /** This school, which begins with a device that is off, after a power-off: as one. Common practice for locked devices. */
    KeySequence after(KeySequence powerOff) {
        List<KeyStep> all = new ArrayList<>(powerOff.steps());
        all.add(new KeyStep(KeyStep.Action.WAIT, List.of(), null, Until.BLACK));
        all.addAll(steps);
        List<Text> warn = new ArrayList<>(powerOff.cautions());
        cautions.stream().filter(c -> !c.key().startsWith("facts.caution.the-device-has-to-be")).forEach(warn::add);
        return new KeySequence(AFTER_POWER_OFF + school, family, goal, powerOff.from(), plugged, minority || powerOff.minority(),
                provenance, source, warn, powerOff.models(), all);
    }

    /** What it is called: those that ship have a name in each language, a shop's own ones the name that was given to them. */
    public Text name() {
        return name(school);
    }

    /** What a method is called, by what it is called in files. */
    public static Text name(String school) {
        if (school.startsWith(AFTER_POWER_OFF)) {
            return Text.of("core.method.after-power-off", "method", name(school.substring(AFTER_POWER_OFF.length())));
        }
        return Text.of("facts.method." + school.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-")).or(school);
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
