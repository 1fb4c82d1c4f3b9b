package wistaxis.core.device;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import wistaxis.core.facts.Json;

/** All models and families known, and how a model is found by what is printed on it. */
public final class DeviceCatalogue {
    private final List<DeviceModel> models;
    private final Map<KeyFamily, Family> families = new EnumMap<>(KeyFamily.class);

    private record Models(List<DeviceModel> devices) {}

    private record Families(List<Family> families) {}

    private DeviceCatalogue(List<DeviceModel> models, List<Family> families) {
        this.models = List.copyOf(models);
        families.forEach(f -> this.families.put(f.family(), f));
    }

    /** The catalogue that ships with the product. */
    public static DeviceCatalogue shipped() {
        return new DeviceCatalogue(Json.fact("devices.json", Models.class).devices(), Json.fact("families.json", Families.class).families());
    }

    public List<DeviceModel> models() {
        return models;
    }

    /** @throws IllegalArgumentException for a family that no shipped model belongs to */
    public Family family(KeyFamily family) {
        Family found = families.get(family);
        if (found == null) {
            throw new IllegalArgumentException("no keys are known for family [" + family + "]");
        }
        return found;
    }

    public Family familyOf(DeviceModel model) {
        return family(model.family());
    }

    public Optional<DeviceModel> byIdentifier(String identifier) {
        return models.stream().filter(m -> m.identifier().equalsIgnoreCase(identifier.strip())).findFirst();
    }

    /**
     * Models that a typed text may mean, best first: the exact identifier or A-number alone, else every model whose
     * identifier, A-number or name begins with or contains it. Case and spaces do not matter; a blank text finds all.
     */
    public List<DeviceModel> search(String typed) {
        String wanted = plain(typed);
        List<DeviceModel> exact = models.stream().filter(m -> codes(m).anyMatch(c -> plain(c).equals(wanted))).toList();
        if (!exact.isEmpty()) {
            return exact;
        }
        Stream<DeviceModel> sameName = models.stream().filter(m -> plain(m.name()).equals(wanted) || plain(m.name()).equals("iphone" + wanted));
        Stream<DeviceModel> beginning = models.stream().filter(m -> plain(m.name()).startsWith(wanted) || plain(m.name()).startsWith("iphone" + wanted));
        Stream<DeviceModel> within = models.stream().filter(m -> Stream.concat(codes(m), Stream.of(m.name())).anyMatch(c -> plain(c).contains(wanted)));
        return Stream.of(sameName, beginning, within).flatMap(s -> s).distinct().toList();
    }

    private static Stream<String> codes(DeviceModel model) {
        return Stream.concat(Stream.of(model.identifier()), model.aNumbers().stream());
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9,]", "");
    }
}
