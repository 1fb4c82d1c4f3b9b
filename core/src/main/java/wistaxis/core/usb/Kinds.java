package wistaxis.core.usb;

import static wistaxis.core.words.Say.t;

import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What this bench has learned of chips and boards: which models the devices were that had them. Counted, never taken for granted.
 *
 * @param seen how often each model was seen, by chip and board
 */
public record Kinds(Map<String, Map<String, Integer>> seen) {
    public Kinds {
        Map<String, Map<String, Integer>> copy = new LinkedHashMap<>();
        seen.forEach((kind, models) -> copy.put(kind, Map.copyOf(models)));
        seen = Collections.unmodifiableMap(copy);
    }

    /** The model that devices of a kind were here most often. */
    public Optional<Seen> model(String kind) {
        return seen.getOrDefault(kind, Map.of()).entrySet().stream().max(Comparator.comparingInt(Map.Entry::getValue))
                .map(e -> new Seen(e.getKey(), e.getValue()));
    }

    /**
     * Whether a settled model goes against what was seen: devices of this kind were always another one.
     *
     * @return the other one; empty where nothing speaks against it
     */
    public Optional<Seen> against(String kind, String identifier) {
        Map<String, Integer> models = seen.getOrDefault(kind, Map.of());
        return models.containsKey(identifier) ? Optional.empty() : model(kind);
    }

    /** @param times how often, at least once */
    public record Seen(String identifier, int times) {
        public String says(String name) {
            return t("core.usb.seen-here", "times", times, "model", name);
        }
    }

    /** @param kinds chip and board with the settled model, one for each device */
    public static Kinds of(List<Map.Entry<String, String>> kinds) {
        return new Kinds(kinds.stream().collect(Collectors.groupingBy(Map.Entry::getKey,
                Collectors.groupingBy(Map.Entry::getValue, Collectors.summingInt(_ -> 1)))));
    }
}
