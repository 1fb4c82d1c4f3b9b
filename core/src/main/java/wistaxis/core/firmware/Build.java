package wistaxis.core.firmware;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;

/**
 * A build as a firmware library lists it.
 *
 * @param identifiers the models it is for
 * @param sizeBytes the package's size, more than 0
 * @param sha256 the package's digest, 64 hex digits
 * @param path where the library serves it; null when only its package is known
 * @param signed whether the maker signed it when the library was asked
 * @param signedUntil when signing ends, or ended; null when no end is known
 */
public record Build(
        List<String> identifiers, SystemVersion version, String build, LocalDate released, long sizeBytes, String sha256,
        @Nullable String path, boolean signed,
        @Nullable Instant signedUntil) {
    public Build {
        identifiers = List.copyOf(identifiers);
        Names.build(build);
        if (identifiers.size() > MOST_MODELS) {
            throw new BadInput("build [" + build + "] is for [" + identifiers.size() + "] models; there are not that many");
        }
        identifiers.forEach(Names::identifier);
        if (identifiers.isEmpty()) {
            throw new BadInput("build [" + build + "] is for no model; write the models it is for");
        }
        if (sizeBytes <= 0) {
            throw new BadInput("size [" + sizeBytes + "] of build [" + build + "]: write more than 0 bytes");
        }
        if (!sha256.matches("[0-9a-f]{64}")) {
            throw new BadInput("digest [" + Shown.value(sha256) + "] of build [" + build + "]: write 64 hex digits");
        }
        if (path != null && (path.length() > 500 || !PATH.matcher(path).matches() || (path + "/").contains("/../") || (path + "/")
                .contains("/./"))) {
            throw new BadInput("path [" + Shown.value(path) + "] of build [" + build
                    + "]: write a path on the library itself, for example /packages/" + fileName(identifiers.getFirst(), build));
        }
    }

    private static final int MOST_MODELS = 400;

    /** A path on the library's own address, so that what a catalogue says never leads anywhere else. */
    private static final Pattern PATH = Pattern.compile("(?:/[A-Za-z0-9._~!$&'()*+,;=@%-]+)+");

    /** The name of a package on the shelf; not what it is found by, but what a person sees. */
    public static String fileName(String identifier, String build) {
        return identifier.replace(',', '-') + "_" + build + ".zip";
    }

    /** This build after the maker has stopped signing it. */
    Build unsigned() {
        return new Build(identifiers, version, build, released, sizeBytes, sha256, path, false, signedUntil);
    }

    /** This build for these models. */
    Build of(Collection<String> models) {
        return new Build(List.copyOf(models), version, build, released, sizeBytes, sha256, path, signed, signedUntil);
    }

    /** Whether it can be installed at a time, as far as the library knows. */
    public boolean signedAt(Instant when) {
        return signed && (signedUntil == null || when.isBefore(signedUntil));
    }
}
