package wistaxis.core.buttons;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/** The methods that ship with the product, and a shop's own; the first of a goal is the one recommended. */
public final class SequenceLibrary {
    private static final Sequences SHIPPED = Json.fact("sequences.json", Sequences.class);

    private final List<ButtonSequence> sequences;

    private record Sequences(List<ButtonSequence> sequences, List<Alternative> alternatives) {}

    /** What can be done where no sequence is left. */
    public record Alternative(Goal goal, Text says, Provenance provenance, String source) {}

    private SequenceLibrary(List<ButtonSequence> sequences) {
        this.sequences = List.copyOf(sequences);
    }

    public static SequenceLibrary shipped() {
        return new SequenceLibrary(SHIPPED.sequences());
    }

    /**
     * This library with a shop's own methods; one with the name, family and goal of a shipped one takes its place, others come after
     * them.
     */
    public SequenceLibrary with(List<ButtonSequence> own) {
        List<ButtonSequence> all = new ArrayList<>(sequences);
        for (ButtonSequence s : own) {
            int same = all.stream().map(ButtonSequence::key).toList().indexOf(s.key());
            if (same < 0) {
                all.add(s);
            } else {
                all.set(same, s);
            }
        }
        return new SequenceLibrary(all);
    }

    public List<ButtonSequence> all() {
        return sequences;
    }

    /** The methods for a goal on a model, with its power button as it is called on that body; recommended first, possibly none. */
    public List<ButtonSequence> of(DeviceModel model, Goal goal) {
        return of(model, goal, Set.of());
    }

    /** The same without those that need a broken button. */
    public List<ButtonSequence> of(DeviceModel model, Goal goal, Set<DeviceButton> broken) {
        return sequences.stream().filter(s -> s.goal() == goal && s.isFor(model)).map(s -> s.on(model.body()))
                .filter(s -> s.buttons().stream().noneMatch(broken::contains)).toList();
    }

    /**
     * For a device that is on: the methods for a goal that begin with one that is off, each after the first power-off whose buttons work,
     * as one run. None for a goal that begins with a device that is on anyway.
     */
    public List<ButtonSequence> chains(DeviceModel model, Goal goal, Set<DeviceButton> broken) {
        List<ButtonSequence> off = goal == Goal.RECOVERY || goal == Goal.DFU ? of(model, Goal.POWER_OFF, broken) : List.of();
        return off.isEmpty() ? List.of() : of(model, goal, broken).stream().filter(s -> s.from().equals(List.of(Start.OFF)))
                .map(s -> s.after(off.getFirst())).toList();
    }

    /** @return the methods for a goal, recommended first, possibly none */
    public List<ButtonSequence> of(ButtonLayout family, Goal goal) {
        return sequences.stream().filter(s -> s.family() == family && s.goal() == goal).toList();
    }

    /** What can be done instead where no sequence for the goal is left. */
    public static Alternative instead(Goal goal) {
        return SHIPPED.alternatives().stream().filter(a -> a.goal() == goal).findFirst()
                .orElseThrow(() -> new IllegalStateException("no alternative for [" + goal + "]"));
    }
}
