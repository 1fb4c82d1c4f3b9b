package wistaxis.core.firmware;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * What the check of a package came to.
 *
 * @param parts how many parts the manifest lists; 0 while it could not be read
 * @param reason one sentence
 * @param details what was checked, or every part that is wrong
 */
public record PackageReport(Verdict verdict, List<String> products, String version, String build, int parts, String reason, List<String> details) {
    /**
     * Proven: whole, as its manifest says, and for the device asked about. Well-formed: directory and manifest are in order, the parts were not read. Damaged: fetch it again.
     * Refused: not a package to be trusted.
     */
    public enum Verdict {
        PROVEN, WELL_FORMED, DAMAGED, REFUSED, NOT_FOR_THIS_DEVICE;

        @JsonValue
        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public PackageReport {
        products = List.copyOf(products);
        details = List.copyOf(details);
    }

    /** This report for somebody who expects a certain package: that of another model or build is turned down, whatever its state. */
    public PackageReport measuredBy(PackageCheck.@Nullable Expected expected) {
        if (expected == null || products.isEmpty()) {
            return this;
        }
        if (!products.contains(expected.identifier())) {
            return with(Verdict.NOT_FOR_THIS_DEVICE, "This package is for " + String.join(", ", products) + ", not for [" + expected.identifier() + "].");
        }
        boolean other = expected.version() != null && !version.equals(expected.version()) || expected.build() != null && !build.equals(expected.build());
        return other ? with(Verdict.REFUSED, "This package is " + version + " (" + build + "), not the chosen " + expected.version() + " (" + expected.build() + ").") : this;
    }

    private PackageReport with(Verdict other, String why) {
        return new PackageReport(other, products, version, build, parts, why, List.of());
    }

    public boolean proven() {
        return verdict == Verdict.PROVEN;
    }

    /** Whether nothing is wrong with it as far as it was looked at. */
    public boolean sound() {
        return proven() || verdict == Verdict.WELL_FORMED;
    }
}
