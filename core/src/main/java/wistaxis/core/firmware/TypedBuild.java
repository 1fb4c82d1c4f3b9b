package wistaxis.core.firmware;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * A build as somebody types it in from what the host or the maker shows.
 *
 * @param version as people write it, for example {@code 26.1 beta 2}
 * @param build for example {@code 23B85}
 * @param size {@code 5.9 GB}, {@code 850 MB} or bytes
 * @param sha256 the package's digest; empty where nobody tells it
 * @param address where its package is fetched from; empty for nowhere
 */
public record TypedBuild(String version, String build, String size, String sha256, String address) {
    private static final Pattern SIZE = Pattern.compile("(\\d{1,15}(?:[.,]\\d{1,3})?)\\s*(|bytes|b|kb|mb|gb)");
    private static final Map<String, Integer> ZEROS = Map.of("", 0, "bytes", 0, "b", 0, "kb", 3, "mb", 6, "gb", 9);

    /**
     * @return signed, as far as whoever typed it in knows
     * @throws BadInput for what cannot be read, by field and value
     */
    public Build of(String identifier) {
        return new Build(List.of(identifier), SystemVersion.parse(version.strip()), build.strip(), null, bytes(size),
                sha256.isBlank() ? null : sha256.strip().toLowerCase(Locale.ROOT), null, true, null,
                address.isBlank() ? null : address.strip());
    }

    private static long bytes(String typed) {
        Matcher m = SIZE.matcher(typed.strip().toLowerCase(Locale.ROOT));
        if (!m.matches()) {
            throw new BadInput("size [" + Shown.value(typed) + "] is none; write for example 5.9 GB, or the bytes");
        }
        return new BigDecimal(m.group(1).replace(',', '.')).movePointRight(ZEROS.get(m.group(2))).longValue();
    }
}
