package wistaxis.core.device;

import java.time.YearMonth;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Provenance;

/**
 * A generation: what its models share, and what they look like.
 *
 * @param name what it is called, for example {@code iPhone SE (2nd generation)}
 * @param since when it came out, from memory; null for the older ones, which every program knows
 * @param plug {@code 30-pin}, {@code 8-pin} or {@code USB-C}
 * @param body the name of its {@link Body}
 * @param looks tell-tales by name; the plug is one of them, added here
 */
public record Generation(String name, @Nullable YearMonth since, ButtonLayout family, String plug, String body, Map<String, String> looks,
        Provenance provenance,
        String source) {
    public Generation {
        looks = withPlug(looks, plug);
    }

    private static Map<String, String> withPlug(Map<String, String> looks, String plug) {
        Map<String, String> all = new java.util.TreeMap<>(looks);
        all.put("plug", plug);
        return java.util.Collections.unmodifiableMap(all);
    }
}
