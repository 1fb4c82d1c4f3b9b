package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;

/** The steps of {@code routes.json}, by id. A step that is not there is one of a newer Wistaxis, or damaged: it has no properties. */
public final class Steps {
    private static final Map<String, Step> ALL = read();

    @JsonIgnoreProperties(ignoreUnknown = true)
    private record File(List<Step> steps) {}

    private Steps() {}

    private static Map<String, Step> read() {
        Map<String, Step> steps = new LinkedHashMap<>();
        Json.fact("routes.json", File.class).steps().forEach(s -> steps.put(s.id(), s));
        return steps;
    }

    public static List<Step> all() {
        return List.copyOf(ALL.values());
    }

    public static Optional<Step> find(@Nullable String id) {
        return Optional.ofNullable(id).map(ALL::get);
    }

    /** @throws IllegalArgumentException for an unknown step */
    public static Step of(String id) {
        return find(id).orElseThrow(() -> new IllegalArgumentException("no such step [" + id + "]"));
    }

    /** Whether a step is known and has a property. */
    public static boolean is(@Nullable String id, Predicate<Step> property) {
        return find(id).filter(property).isPresent();
    }
}
