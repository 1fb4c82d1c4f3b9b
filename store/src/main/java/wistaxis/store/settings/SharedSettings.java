package wistaxis.store.settings;

import static wistaxis.core.words.Say.t;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;

/**
 * Settings that are the whole shop's, as values by name, so that what is changed at one bench arrives at the others, one value at a time.
 * A bench's own are its name, its language, its printers, what is heard of the keys and when its restore program was brought up to date.
 */
public final class SharedSettings {
    private static final Set<String> WHOLE = Set.of("holidays", "recoveryTimeout", "library", "forgetDays", "staff", "atWork", "shop");

    /** Each of their entries is a value, named {@code preferences/waiting}. */
    private static final Set<String> BY_ENTRY = Set.of("preferences", "methods");

    private SharedSettings() {}

    /** What is another value now, as JSON by name; empty for what is not there any more. */
    public static Map<String, String> changes(Settings before, Settings after) {
        Map<String, String> was = values(before);
        Map<String, String> changed = new TreeMap<>(values(after));
        was.keySet().forEach(name -> changed.putIfAbsent(name, ""));
        changed.entrySet().removeIf(e -> e.getValue().equals(was.get(e.getKey())));
        return changed;
    }

    /** @throws BadInput for names and values that are none */
    public static Settings with(Settings settings, Map<String, String> changed) {
        Map<String, Object> all = fields(settings);
        changed.forEach((name, value) -> {
            String[] parts = name.split("/", 2);
            if (WHOLE.contains(name)) {
                put(all, name, value);
            } else if (parts.length == 2 && BY_ENTRY.contains(parts[0])) {
                Map<String, Object> entries = new LinkedHashMap<>(entries(all, parts[0]));
                put(entries, parts[1], value);
                all.put(parts[0], entries);
            }
        });
        return Settings.parse(Json.write(all), t("store.what.settings"));
    }

    private static void put(Map<String, Object> into, String name, String value) {
        if (value.isEmpty()) {
            into.remove(name);
        } else {
            into.put(name, Json.read(value, Object.class, name));
        }
    }

    private static Map<String, String> values(Settings settings) {
        Map<String, Object> all = fields(settings);
        Map<String, String> values = new TreeMap<>();
        WHOLE.stream().filter(all::containsKey).forEach(name -> values.put(name, Json.write(all.get(name))));
        BY_ENTRY.forEach(name -> entries(all, name).forEach((entry, value) -> values.put(name + "/" + entry, Json.write(value))));
        return values;
    }

    @SuppressWarnings("unchecked") // JSON has no other names
    private static Map<String, Object> fields(Settings settings) {
        Map<String, Object> all = new LinkedHashMap<>(Json.read(Json.write(settings), Map.class, ""));
        all.values().removeIf(java.util.Objects::isNull);
        return all;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> entries(Map<String, Object> all, String name) {
        return all.get(name) instanceof Map<?, ?> entries ? (Map<String, Object>) entries : Map.of();
    }
}
