package wistaxis.core.device;

import java.util.List;
import wistaxis.core.facts.Provenance;

/**
 * One model of the catalogue.
 *
 * @param identifier the maker's product identifier, for example {@code iPhone13,2}; firmware must match it exactly
 * @param name the generation's name, shared by several identifiers at times
 * @param plug {@code 30-pin}, {@code 8-pin} or {@code USB-C}
 * @param front what the front looks like: {@code home-pad}, {@code notch} or {@code island}
 * @param aNumbers the numbers printed on back or box
 */
public record DeviceModel(
        String identifier, String name, KeyFamily family, String plug, String front, List<String> aNumbers, Provenance provenance, String source) {
    public DeviceModel {
        aNumbers = List.copyOf(aNumbers);
    }
}
