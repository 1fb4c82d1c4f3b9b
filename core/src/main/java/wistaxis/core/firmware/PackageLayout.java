package wistaxis.core.firmware;

import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/**
 * Which entries and keys of a package hold what.
 *
 * @param manifest the entry that is the manifest, a property list
 * @param signature the entry with the signer's Ed25519 signature over the manifest's bytes, 64 bytes
 * @param products key of the array of model identifiers
 * @param parts key of the dictionary from part name to a dictionary with {@code digest} and {@code size}
 */
public record PackageLayout(
        String id, String manifest, String signature, String products, String version, String build, String parts, String digest, String size,
        Provenance provenance, String source) {

    private record Layouts(java.util.List<PackageLayout> layouts) {}

    /** The layout of the packages that the stand-in library serves. */
    public static PackageLayout standIn() {
        return Json.fact("package-layouts.json", Layouts.class).layouts().getFirst();
    }
}
