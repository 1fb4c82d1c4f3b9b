package wistaxis.core.device;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import wistaxis.core.facts.Json;

/** All models and families known, and how a model is found by what is printed on it. */
public final class DeviceCatalogue {
    private final List<DeviceModel> models;
    private final Map<ButtonLayout, LayoutFacts> families = new EnumMap<>(ButtonLayout.class);
    private final ModelSearch search;

    private record Models(List<DeviceModel.Row> devices) {}

    private record Generations(List<Generation> generations) {}

    private record Families(List<Body> bodies, List<LayoutFacts> families) {}

    /** What the rows of the catalogue refer to, by name. */
    record Lookup(Map<String, Generation> generations, Map<String, Body> bodies) {}

    private DeviceCatalogue(List<DeviceModel> models, List<LayoutFacts> families) {
        this.models = List.copyOf(models);
        this.search = new ModelSearch(models);
        families.forEach(f -> this.families.put(f.family(), f));
    }

    /** The catalogue that ships with the product, read once. */
    public static DeviceCatalogue shipped() {
        return Shipped.CATALOGUE;
    }

    private static final class Shipped {
        private static final DeviceCatalogue CATALOGUE = read();
    }

    private static DeviceCatalogue read() {
        Families families = Json.fact("button-layouts.json", Families.class);
        Lookup lookup = new Lookup(byName(Json.fact("generations.json", Generations.class).generations(), Generation::name),
                byName(families.bodies(), Body::body));
        return new DeviceCatalogue(Json.fact("devices.json", Models.class).devices().stream().map(row -> DeviceModel.of(row, lookup))
                .toList(), families.families());
    }

    private static <T> Map<String, T> byName(List<T> list, Function<T, String> name) {
        return list.stream().collect(Collectors.toMap(name, Function.identity()));
    }

    /** In the order in which the lines of models grew. */
    public List<DeviceModel> models() {
        return models;
    }

    public LayoutFacts family(ButtonLayout family) {
        return java.util.Objects.requireNonNull(families.get(family));
    }

    /** The family of a model, with the power button as it is called on the model's body. */
    public LayoutFacts familyOf(DeviceModel model) {
        return family(model.family()).on(model.body());
    }

    public Optional<DeviceModel> byIdentifier(String identifier) {
        return models.stream().filter(m -> m.identifier().equalsIgnoreCase(identifier.strip())).findFirst();
    }

    /**
     * Models that a typed text may mean, best first: an exact identifier or A-number alone, else by name, typed loosely
     * ({@code se 2}, {@code 12 mini}, {@code ipad9}), or by the beginning of a code. Case and punctuation do not matter.
     *
     * @return empty for a blank text and for one that fits nothing
     */
    public List<DeviceModel> search(String typed) {
        return search.find(typed);
    }

    /** The one model that a typed text means better than any other; empty when several fit as well, or none. */
    public Optional<DeviceModel> bestGuess(String typed) {
        return search.best(typed);
    }
}
