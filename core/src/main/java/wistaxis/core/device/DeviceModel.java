package wistaxis.core.device;

import java.util.List;
import java.util.Objects;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * One model of the catalogue.
 *
 * @param identifier the maker's product identifier, for example {@code iPhone13,2}; firmware must match it exactly
 * @param generation shared by several identifiers at times
 * @param network {@code cellular}, {@code wifi}, or {@code either} where one identifier stands for both
 * @param aNumbers the numbers printed on back or box, as far as known; some belong to several identifiers of one generation
 */
public record DeviceModel(
        String identifier, Generation generation, Body body, String network, List<String> aNumbers, Provenance provenance, String source) {
    public DeviceModel {
        aNumbers = List.copyOf(aNumbers);
    }

    public String name() {
        return generation.name();
    }

    public ButtonLayout family() {
        return generation.family();
    }

    public String plug() {
        return generation.plug();
    }

    /** @throws IllegalArgumentException for an unknown tell-tale */
    public String look(String tellTale) {
        String value = generation.looks().get(tellTale);
        if (value == null) {
            throw new IllegalArgumentException("no such tell-tale [" + tellTale + "]; known are " + generation.looks().keySet());
        }
        return value;
    }

    /** The names of its buttons as they are on this body, in a row. */
    public String buttonsInWords() {
        return Text.join(", ", body.buttons().stream().map(Body.ButtonPlace::name).toList());
    }

    static DeviceModel of(Row row, DeviceCatalogue.Lookup lookup) {
        Generation generation = Objects.requireNonNull(lookup.generations().get(row.generation()), () -> "no generation ["
                + row.generation() + "]");
        Body body = Objects.requireNonNull(lookup.bodies().get(generation.body()), () -> "no body [" + generation.body() + "]");
        return new DeviceModel(row.identifier(), generation, body, row.network(), row.aNumbers(), row.provenance(), row.source());
    }

    /** A row of {@code devices.json}. */
    record Row(String identifier, String generation, String network, List<String> aNumbers, Provenance provenance, String source) {}
}
