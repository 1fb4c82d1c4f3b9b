package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/** The steps of {@code routes.json}, by id. A step that is not there is one of a newer Wistaxis, or damaged: it has no properties. */
public final class Steps {
    private static final File FILE = Json.fact("routes.json", File.class);
    private static final Map<String, Step> ALL = FILE.steps().stream().collect(Collectors.toMap(Step::id, s -> s, (_, b) -> b,
            LinkedHashMap::new));

    @JsonIgnoreProperties(ignoreUnknown = true)
    private record File(List<Step> steps, List<UsualRoute> routes, List<Wait> waits) {}

    /** How long a device waits after so many wrong codes. Newer systems may wait longer: what the screen shows counts. */
    public record Wait(int tries, int minutes, Provenance provenance, String source) {}

    private Steps() {}

    public static List<Step> all() {
        return List.copyOf(ALL.values());
    }

    /** The routes, in the order in which the problems are asked for. */
    public static List<UsualRoute> routes() {
        return FILE.routes();
    }

    /** The route of a problem; empty for one that is not there. */
    public static Optional<UsualRoute> route(@Nullable Problem problem) {
        return routes().stream().filter(l -> l.problem().equals(problem)).findFirst();
    }

    /** Minutes that a device waits after so many wrong codes in all; empty where it does not, or none may be entered any more. */
    public static Optional<Integer> waitMinutes(int tries) {
        return FILE.waits().stream().filter(w -> w.tries() == tries).map(Wait::minutes).findFirst();
    }

    public static Optional<Step> find(@Nullable String id) {
        return Optional.ofNullable(id).map(ALL::get);
    }

    /** What a step is called; of one that is not known, its id. */
    public static Text title(String id) {
        return find(id).map(Step::title).orElseGet(() -> Text.raw(id.replace('-', ' ')));
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
