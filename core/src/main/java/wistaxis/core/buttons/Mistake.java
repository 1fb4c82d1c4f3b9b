package wistaxis.core.buttons;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Said;
import wistaxis.core.words.Text;

/**
 * Something that went wrong, noticed by the device's model.
 *
 * @param id the entry of {@code mistakes.json} that explains it
 * @param seconds the span it is about
 */
public record Mistake(String id, DeviceButton button, double seconds, long atNanos) {
    private static final Map<String, Entry> ENTRIES =
            Json.fact("mistakes.json", Entries.class).mistakes().stream().collect(Collectors.toMap(Entry::id, Function.identity()));

    private static final String SAID = "mistake";

    private record Entry(String id, Text says, Text next, Provenance provenance, String source, List<Goal> spoils) {}

    private record Entries(List<Entry> mistakes) {}

    public Mistake {
        if (!ENTRIES.containsKey(id)) {
            throw new IllegalArgumentException("no explanation for mistake [" + id + "]");
        }
    }

    /** What happened, in a sentence. */
    public Text says() {
        return ENTRIES.get(id).says().with("button", button.words(), "seconds", Math.round(10 * seconds) / 10.0);
    }

    /** The same as it is kept. */
    public Said said() {
        return Said.of(SAID, "id", id, "button", button.name(), "seconds", String.valueOf(seconds));
    }

    /** A mistake as it was kept, in a sentence; empty for anything else. */
    public static Optional<Text> says(Said said) {
        return said.key().equals(SAID) && ENTRIES.containsKey(said.value("id")) && Arrays.stream(DeviceButton.values())
                .anyMatch(k -> k.name().equals(said.value("button"))) && said.value("seconds").matches("\\d+(\\.\\d+)?(E-?\\d+)?")
                ? Optional.of(new Mistake(said.value("id"), DeviceButton.valueOf(said.value("button")), Double.parseDouble(said
                .value("seconds")), 0).says()) : Optional.empty();
    }

    /** Whether it keeps one from the goal; letting go at the logo spoils recovery and is just right for a restart. */
    public boolean spoils(Goal goal) {
        return ENTRIES.get(id).spoils().contains(goal);
    }

    /** What to do now. */
    public Text next() {
        return ENTRIES.get(id).next();
    }
}
