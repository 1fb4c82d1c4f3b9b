package wistaxis.core.keys;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/** The schools that ship with the product, and a shop's own; the first of a goal is the one recommended. */
public final class SequenceLibrary {
    private static final Sequences SHIPPED = Json.fact("sequences.json", Sequences.class);

    private final List<KeySequence> sequences;

    private record Sequences(List<KeySequence> sequences, List<Alternative> alternatives) {}

    /** What can be done where no sequence is left. */
    public record Alternative(Goal goal, Text says, Provenance provenance, String source) {}

    private SequenceLibrary(List<KeySequence> sequences) {
        this.sequences = List.copyOf(sequences);
    }

    public static SequenceLibrary shipped() {
        return new SequenceLibrary(SHIPPED.sequences());
    }

    /**
     * This library with a shop's own schools; one with the name, family and goal of a shipped one takes its place, others come after
     * them.
     */
    public SequenceLibrary with(List<KeySequence> own) {
        List<KeySequence> all = new ArrayList<>(sequences);
        for (KeySequence s : own) {
            int same = all.stream().map(KeySequence::key).toList().indexOf(s.key());
            if (same < 0) {
                all.add(s);
            } else {
                all.set(same, s);
            }
        }
        return new SequenceLibrary(all);
    }

    public List<KeySequence> all() {
        return sequences;
    }

    /** The schools for a goal on a model, with its power key as it is called on that body; recommended first, possibly none. */
    public List<KeySequence> of(DeviceModel model, Goal goal) {
        return of(model, goal, Set.of());
    }

    /** The same without those that need a broken key. */
    public List<KeySequence> of(DeviceModel model, Goal goal, Set<PhysicalKey> broken) {
        return sequences.stream().filter(s -> s.goal() == goal && s.isFor(model)).map(s -> s.on(model.body()))
                .filter(s -> s.keys().stream().noneMatch(broken::contains)).toList();
    }

    /**
     * For a device that is on: the schools for a goal that begin with one that is off, each after the first power-off whose keys work, as
     * one run. None for a goal that begins with a device that is on anyway.
     */
    public List<KeySequence> chains(DeviceModel model, Goal goal, Set<PhysicalKey> broken) {
        List<KeySequence> off = goal == Goal.RECOVERY || goal == Goal.DFU ? of(model, Goal.POWER_OFF, broken) : List.of();
        return off.isEmpty() ? List.of() : of(model, goal, broken).stream().filter(s -> s.from().equals(List.of(Start.OFF)))
                .map(s -> s.after(off.getFirst())).toList();
    }

    /** @return the schools for a goal, recommended first, possibly none */
    public List<KeySequence> of(KeyFamily family, Goal goal) {
        return sequences.stream().filter(s -> s.family() == family && s.goal() == goal).toList();
    }

    /** What can be done instead where no sequence for the goal is left. */
    public static Alternative instead(Goal goal) {
        return SHIPPED.alternatives().stream().filter(a -> a.goal() == goal).findFirst()
                .orElseThrow(() -> new IllegalStateException("no alternative for [" + goal + "]"));
    }
}
