package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Word;

/**
 * What the check of a firmware file came to.
 *
 * @param proof what it is verified by; null while it is not
 * @param sha256 digest of the whole file, 64 hex digits; null while it was not read whole
 * @param parts how many parts the manifest lists; 0 while it could not be read
 * @param reason one sentence
 * @param details what was checked and what nothing covers, or every part that is wrong
 */
public record FirmwareReport(Verdict verdict, @Nullable Proof proof, @Nullable String sha256, List<String> products, String version,
        String build, int parts, String reason,
        List<String> details) {
    /**
     * Verified: whole, and somebody else than the firmware file says so. Consistent: whole, as its own unsigned manifest says, so that
     * anybody may have made it. Well-formed: directory and manifest are
     * in order, the parts were not read. Damaged: fetch it again. Refused: not a firmware file to be trusted.
     */
    public enum Verdict {
        PROVEN, CONSISTENT, WELL_FORMED, DAMAGED, REFUSED, NOT_FOR_THIS_DEVICE;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /**
     * Signed: a trusted key over the manifest, and the parts agree with it. Known: size and digest of the whole file are those of an
     * entry of the catalogue.
     */
    public enum Proof {
        SIGNED, KNOWN;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** What says verified without by what is of an index written before there were two proofs; it is looked at anew. */
    public FirmwareReport {
        products = List.copyOf(products);
        details = List.copyOf(details);
        if (sha256 != null && !sha256.matches("[0-9a-f]{64}")) {
            throw new BadInput(t("core.file.digest-of", "digest", Shown.value(sha256)));
        }
        if (verdict == Verdict.PROVEN && (proof == null || sha256 == null)) {
            verdict = Verdict.WELL_FORMED;
            proof = null;
        }
    }

    /** This report for somebody who expects a certain firmware file: that of another model or build is turned down, whatever its state. */
    public FirmwareReport measuredBy(FirmwareCheck.@Nullable Expected expected) {
        if (expected == null || products.isEmpty()) {
            return this;
        }
        if (!products.contains(expected.identifier())) {
            return with(Verdict.NOT_FOR_THIS_DEVICE, t("core.file.for-other", "models", String.join(", ", products), "wanted",
                    expected.identifier()));
        }
        boolean other = expected.version() != null && !version.equals(expected.version()) || expected.build() != null
                && !build.equals(expected.build());
        return other ? with(Verdict.REFUSED, t("core.file.other-version", "version", version, "build", build, "wanted",
                expected.version(), "wantedBuild", expected.build())) : this;
    }

    /**
     * This report beside what the catalogue knows: a file with the size and digest of its entry is known; one that calls itself as an
     * entry does and is another file is in conflict with it,
     * which turns an unsigned one down and is told of a signed one.
     *
     * @param bytes the size of the file
     */
    public FirmwareReport against(FirmwareCatalogue catalogue, long bytes) {
        if (!sound()) {
            return this;
        }
        List<Build> namesakes = catalogue.builds().stream().map(FirmwareCatalogue.Listed::build)
                .filter(b -> b.build().equals(build) && b.identifiers().stream().anyMatch(products::contains)).toList();
        Optional<Build> itself = namesakes.stream().filter(b -> b.sha256() != null && b.sha256().equals(sha256) && b.version()
                .toString().equals(version)).findFirst();
        if (itself.isPresent()) {
            return verified() ? this : new FirmwareReport(Verdict.PROVEN, Proof.KNOWN, sha256, products, version, build, parts,
                    t("core.file.known", "build", build),
                    plus(t("core.file.listed")));
        }
        Optional<String> conflict = namesakes.stream().filter(b -> b.sha256() != null && (sha256 != null || !isAbout(b.sizeBytes(), bytes)))
                .findFirst()
                .map(b -> conflict(b, bytes));
        if (conflict.isEmpty()) {
            return this;
        }
        return verified() ? new FirmwareReport(verdict, proof, sha256, products, version, build, parts, reason + " " + conflict.get(),
                plus(conflict.get()))
                : with(Verdict.REFUSED, t("core.file.conflict", "conflict", conflict.get()));
    }

    /** A size that somebody typed in is rounded. */
    private static boolean isAbout(long listed, long bytes) {
        return Math.abs(listed - bytes) <= listed / 50;
    }

    private String conflict(Build b, long bytes) {
        return t(sha256 == null ? "core.file.conflicts-size" : "core.file.conflicts", "version", version, "build", build, "listed",
                b.version(), "listedBytes", b.sizeBytes(), "listedDigest", String.valueOf(b.sha256()).substring(0, 12), "bytes", bytes,
                "digest", sha256 == null ? "" : sha256.substring(0, 12));
    }

    private List<String> plus(String detail) {
        List<String> all = new ArrayList<>(details);
        all.add(detail);
        return all;
    }

    private FirmwareReport with(Verdict other, String why) {
        return new FirmwareReport(other, null, sha256, products, version, build, parts, why, List.of());
    }

    public boolean verified() {
        return verdict == Verdict.PROVEN;
    }

    /** Whether nothing is wrong with it as far as it was looked at. */
    public boolean sound() {
        return verified() || verdict == Verdict.CONSISTENT || verdict == Verdict.WELL_FORMED;
    }
}
