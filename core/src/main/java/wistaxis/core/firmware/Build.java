package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.WebAddress;
import wistaxis.core.time.BenchTime;

/**
 * A build as a firmware library lists it, or as somebody at the bench typed it in.
 *
 * @param identifiers the models it is for
 * @param released null where nobody has said when
 * @param sizeBytes the firmware file's size, more than 0; of one without a digest about that
 * @param sha256 the firmware file's digest, 64 hex digits; null where nobody has told it, so that no file can be verified to be its
 *     firmware file
 * @param path where the library serves it; null when only its firmware file is known
 * @param signed whether the maker signed it when the library was asked
 * @param signedUntil when signing ends, or ended; null when no end is known
 * @param unsure whether nobody knows if the maker signs it: it counts as not signed, but may be chosen by hand; null for known
 * @param address where its firmware file is fetched from, as this shop typed it in; what others say of a build has none, see {@link
 *     #elsewhere}
 */
public record Build(
        List<String> identifiers, SystemVersion version, String build, @Nullable LocalDate released, long sizeBytes,
        @Nullable String sha256, @Nullable String path, boolean signed, @Nullable Instant signedUntil,
        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Boolean unsure, @Nullable String address) {
    public Build {
        identifiers = List.copyOf(identifiers);
        Names.build(build);
        if (identifiers.size() > MOST_MODELS) {
            throw new BadInput(t("core.build.many-models", "build", build, "n", identifiers.size()));
        }
        identifiers.forEach(Names::identifier);
        if (identifiers.isEmpty()) {
            throw new BadInput(t("core.build.no-model", "build", build));
        }
        if (sizeBytes <= 0 || sizeBytes > LARGEST) {
            throw new BadInput(t("core.build.size", "size", sizeBytes, "build", build, "most", LARGEST));
        }
        if (signedUntil != null && !BenchTime.isSane(signedUntil)) {
            throw new BadInput(t("core.build.until", "build", build, "until", String.valueOf(signedUntil), "last",
                    String.valueOf(BenchTime.LAST)));
        }
        if (sha256 != null && !sha256.matches("[0-9a-f]{64}")) {
            throw new BadInput(t("core.build.digest", "digest", Shown.value(sha256), "build", build));
        }
        if (path != null && (path.length() > 500 || !PATH.matcher(path).matches() || (path + "/").contains("/../") || (path + "/")
                .contains("/./"))) {
            throw new BadInput(t("core.build.path", "path", Shown.value(path), "build", build, "file", fileName(identifiers.getFirst(),
                    build)));
        }
        if (address != null) {
            WebAddress.typed(address, t("core.what.address-of-build", "build", build));
        }
    }

    public Build(List<String> identifiers, SystemVersion version, String build, @Nullable LocalDate released, long sizeBytes,
            @Nullable String sha256, @Nullable String path, boolean signed, @Nullable Instant signedUntil) {
        this(identifiers, version, build, released, sizeBytes, sha256, path, signed, signedUntil, null, null);
    }

    /** No firmware file is larger: 100 GB, about ten times the largest of today. Ours. */
    public static final long LARGEST = 100_000_000_000L;

    private static final int MOST_MODELS = 400;

    /** A path on the library's own address, so that what a catalogue says never leads anywhere else. */
    private static final Pattern PATH = Pattern.compile("(?:/[A-Za-z0-9._~!$&'()*+,;=@%-]+)+");

    /** The name of a firmware file in the firmware folder; not what it is found by, but what a person sees. */
    public static String fileName(String identifier, String build) {
        return identifier.replace(',', '-') + "_" + build + ".zip";
    }

    /** What it is known by: the digest of its firmware file; its name for its model where nobody has told that. */
    public String key() {
        return sha256 != null ? sha256 : identifiers.getFirst() + " " + build;
    }

    /** This build as somebody else tells it: a bench asks only addresses that its own shop typed in. */
    public Build elsewhere() {
        return new Build(identifiers, version, build, released, sizeBytes, sha256, path, signed, signedUntil, unsure, null);
    }

    /** This build with the size that its address tells. */
    public Build ofSize(long bytes) {
        return new Build(identifiers, version, build, released, bytes, sha256, path, signed, signedUntil, unsure, address);
    }

    /** This build after somebody has seen whether the maker signs it. */
    Build signed(boolean is, Instant seen) {
        return new Build(identifiers, version, build, released, sizeBytes, sha256, path, is, is && (signedUntil == null || signedUntil
                .isAfter(seen)) ? signedUntil : is ? null : seen, null, address);
    }

    /** This build where nobody knows if the maker signs it. */
    public Build unsureIfSigned() {
        return new Build(identifiers, version, build, released, sizeBytes, sha256, path, false, null, true, address);
    }

    /** Whether nobody knows if it is signed. */
    public boolean signingUnknown() {
        return Boolean.TRUE.equals(unsure);
    }

    /** This build after the maker has stopped signing it. */
    Build unsigned() {
        return new Build(identifiers, version, build, released, sizeBytes, sha256, path, false, signedUntil, null, address);
    }

    /** This build for these models. */
    Build of(Collection<String> models) {
        return new Build(List.copyOf(models), version, build, released, sizeBytes, sha256, path, signed, signedUntil, unsure, address);
    }

    /** Whether it can be installed at a time, as far as the library knows. */
    public boolean signedAt(Instant when) {
        return signed && (signedUntil == null || when.isBefore(signedUntil));
    }
}
