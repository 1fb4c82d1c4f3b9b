package wistaxis.core.keys;

import java.util.List;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.Json;

/** The schools that ship with the product; the first of a goal is the one recommended. */
public final class SequenceLibrary {
    private final List<KeySequence> sequences;

    private record Sequences(List<KeySequence> sequences) {}

    private SequenceLibrary(List<KeySequence> sequences) {
        this.sequences = List.copyOf(sequences);
    }

    public static SequenceLibrary shipped() {
        return new SequenceLibrary(Json.fact("sequences.json", Sequences.class).sequences());
    }

    public List<KeySequence> all() {
        return sequences;
    }

    /** The schools for a goal on a model, with its power key as it is called on that body; recommended first, possibly none. */
    public List<KeySequence> of(DeviceModel model, Goal goal) {
        return of(model.family(), goal).stream().map(s -> s.on(model.body())).toList();
    }

    /** @return the schools for a goal, recommended first, possibly none */
    public List<KeySequence> of(KeyFamily family, Goal goal) {
        return sequences.stream().filter(s -> s.family() == family && s.goal() == goal).toList();
    }
}
