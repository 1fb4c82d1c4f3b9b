package wistaxis.core.buttons;

import com.fasterxml.jackson.annotation.JsonAlias;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.Body;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * One way ("method") to reach a goal on one family, as data.
 *
 * @param from the starts it is meant for
 * @param plugged whether the device is in the computer before the first step
 * @param models the names of the models that it is for; null where all of the family
 * @param minority whether few practise it: listed with a caution, never a first choice
 */
public record ButtonSequence(
        @JsonAlias("school") String method, ButtonLayout family, Goal goal, List<Start> from, boolean plugged, boolean minority,
        Provenance provenance, String source, List<Text> cautions, @Nullable List<String> models, List<ButtonStep> steps) {
    private static final String AFTER_POWER_OFF = "Power off, then ";

    public ButtonSequence {
        from = List.copyOf(from);
        cautions = List.copyOf(cautions);
        models = models == null ? null : List.copyOf(models);
        steps = List.copyOf(steps);
    }

    /** Every button that it needs. */
    public Set<DeviceButton> buttons() {
        return steps.stream().flatMap(step -> step.buttons().stream()).collect(Collectors.toUnmodifiableSet());
    }

    /** What tells it from others: family, goal and name. */
    public String key() {
        return family + "/" + goal + "/" + method;
    }

    /** Whether a power-off comes first, so that it begins with a device that is on: one run of two sequences. */
    public boolean beginsWithPowerOff() {
        return goal != Goal.POWER_OFF && steps.stream().anyMatch(s -> s.action() == ButtonStep.Action.DRAG);
    }

    /** What a step is for: in a chain the device is switched off first. */
    public Goal goalOf(int step) {
        return beginsWithPowerOff() && step <= steps.stream().map(ButtonStep::action).toList().indexOf(ButtonStep.Action.DRAG)
                ? Goal.POWER_OFF
                : goal;
    }

    /** This method, which begins with a device that is off, after a power-off: as one. Common practice for locked devices. */
    ButtonSequence after(ButtonSequence powerOff) {
        List<ButtonStep> all = new ArrayList<>(powerOff.steps());
        all.add(new ButtonStep(ButtonStep.Action.WAIT, List.of(), null, Until.BLACK));
        all.addAll(steps);
        List<Text> warn = new ArrayList<>(powerOff.cautions());
        cautions.stream().filter(c -> !c.key().startsWith("facts.caution.the-device-has-to-be")).forEach(warn::add);
        return new ButtonSequence(AFTER_POWER_OFF + method, family, goal, powerOff.from(), plugged, minority || powerOff.minority(),
                provenance, source, warn, powerOff.models(), all);
    }

    /** What it is called: those that ship have a name in each language, a shop's own ones the name that was given to them. */
    public Text name() {
        return name(method);
    }

    /** What a method is called, by what it is called in files. */
    public static Text name(String method) {
        if (method.startsWith(AFTER_POWER_OFF)) {
            return Text.of("core.method.after-power-off", "method", name(method.substring(AFTER_POWER_OFF.length())));
        }
        return Text.of("facts.method." + method.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-")).or(method);
    }

    boolean isFor(DeviceModel model) {
        return family == model.family() && (models == null || models.contains(model.name()));
    }

    /** This method on a body, with the power button as it is called there. */
    ButtonSequence on(Body body) {
        return new ButtonSequence(method, family, goal, from, plugged, minority, provenance, source, cautions, models,
                steps.stream().map(s -> new ButtonStep(s.action(), s.buttons().stream().map(k -> k.isPower() ? body.powerButton() : k)
                        .toList(),
                s.seconds(), s.until(), s.usual())).toList());
    }
}
