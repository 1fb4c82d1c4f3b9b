package wistaxis.core.keys;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/**
 * Something that went wrong, noticed by the device's model.
 *
 * @param id the entry of {@code mistakes.json} that explains it
 * @param seconds the span it is about
 */
public record Mistake(String id, PhysicalKey key, double seconds, long atNanos) {
    private static final Map<String, Entry> ENTRIES =
            Json.fact("mistakes.json", Entries.class).mistakes().stream().collect(Collectors.toMap(Entry::id, Function.identity()));

    private record Entry(String id, String says, String next, Provenance provenance, String source, List<Goal> spoils) {}

    private record Entries(List<Entry> mistakes) {}

    public Mistake {
        if (!ENTRIES.containsKey(id)) {
            throw new IllegalArgumentException("no explanation for mistake [" + id + "]");
        }
    }

    /** What happened, in a sentence. */
    public String says() {
        return String.format(Locale.ROOT, ENTRIES.get(id).says(), key.words(), String.format(Locale.ROOT, "%.1f", seconds));
    }

    /** Whether it keeps one from the goal; letting go at the logo spoils recovery and is just right for a restart. */
    public boolean spoils(Goal goal) {
        return ENTRIES.get(id).spoils().contains(goal);
    }

    /** What to do now. */
    public String next() {
        return ENTRIES.get(id).next();
    }
}
