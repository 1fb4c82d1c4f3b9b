package wistaxis.core.firmware;

import java.util.List;
import java.util.Locale;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;

/**
 * A build as somebody types it in from what the computer or the maker shows.
 *
 * @param version as people write it, for example {@code 26.1 beta 2}
 * @param build for example {@code 23B85}
 * @param size {@code 5.9 GB}, {@code 850 MB} or bytes
 * @param sha256 the firmware file's digest; empty where nobody tells it
 * @param address where its firmware file is fetched from; empty for nowhere
 */
public record TypedBuild(String version, String build, String size, String sha256, String address) {
    /**
     * @return signed, as far as whoever typed it in knows
     * @throws BadInput for what cannot be read, by field and value
     */
    public Build of(String identifier) {
        return new Build(List.of(identifier), SystemVersion.parse(version.strip()), build.strip(), null,
                Units.bytes(size.matches("\\s*\\d+\\s*") ? size.strip() + "B" : size.replace(',', '.')),
                sha256.isBlank() ? null : sha256.strip().toLowerCase(Locale.ROOT), null, true, null,
                address.isBlank() ? null : address.strip());
    }
}
