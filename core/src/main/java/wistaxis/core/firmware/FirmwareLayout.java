package wistaxis.core.firmware;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/**
 * Which entries and keys of a firmware file hold what.
 *
 * @param manifest the entry that is the manifest, a property list
 * @param signature the entry with the signer's Ed25519 signature over the manifest's bytes, 64 bytes; null where the manifest is not
 *     signed by itself
 * @param products key of the array of model identifiers
 */
public record FirmwareLayout(
        String id, String manifest, @Nullable String signature, String products, String version, String build, PartsAt parts,
        Provenance provenance, String source) {
    /**
     * Where the parts and their digests are.
     *
     * @param style {@code dictionary}: from part name to a dictionary with digest and size; {@code identities}: an array of dictionaries,
     *     one a model or variant, each with a dictionary of components, whose paths are the parts
     * @param at key of the dictionary or array
     * @param components key of the components in an identity; null for a dictionary
     * @param digest key of the digest: hex digits or data of 20, 32, 48 or 64 bytes
     * @param size key of the size in bytes; null where none is given
     * @param path keys on the way to a component's path; empty for a dictionary
     */
    public record PartsAt(String style, String at, @Nullable String components, String digest, @Nullable String size, List<String> path) {
        public PartsAt {
            path = List.copyOf(path);
        }
    }

    private record Layouts(List<FirmwareLayout> layouts) {}

    /** Every layout known. */
    public static List<FirmwareLayout> shipped() {
        return Json.fact("firmware-layouts.json", Layouts.class).layouts();
    }
}
