package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Locale;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Units;

/**
 * A build as somebody types it in from what the computer or the maker shows.
 *
 * @param version as people write it, for example {@code 26.1 beta 2}
 * @param build for example {@code 23B85}
 * @param size {@code 5.9 GB}, {@code 850 MB} or bytes
 * @param sha256 the firmware file's digest; empty where nobody tells it
 * @param signed {@code yes}, {@code no} or {@code unknown}: whether the maker signs it
 * @param address where its firmware file is fetched from; empty for nowhere
 */
public record TypedBuild(String version, String build, String size, String sha256, String address, String signed) {
    /** What can be said of signing. */
    public static final List<String> SIGNED = List.of("yes", "no", "unknown");

    /**
     * @throws BadInput for what cannot be read, by field and value
     */
    public Build of(String identifier) {
        if (!SIGNED.contains(signed)) {
            throw new BadInput(t("core.bad.answer", "name", "signed", "value", Shown.value(signed), "known", SIGNED));
        }
        Build typed = new Build(List.of(identifier), SystemVersion.parse(version.strip()), build.strip(), null,
                Units.bytes(size.matches("\\s*\\d+\\s*") ? size.strip() + "B" : size.replace(',', '.')),
                sha256.isBlank() ? null : sha256.strip().toLowerCase(Locale.ROOT), null, signed.equals("yes"), null, null,
                address.isBlank() ? null : address.strip());
        return signed.equals("unknown") ? typed.unsureIfSigned() : typed;
    }
}
