package wistaxis.core.firmware;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoublePredicate;
import java.util.function.IntPredicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.PackageReport.Verdict;
import wistaxis.core.signing.Ed25519Key;

/** Opens a package and proves it: the signer's signature over the manifest, the model, version and build, the digest of every part. */
public final class PackageCheck {
    private final PackageLayout layout;
    private final Ed25519Key signer;

    /** What is expected of the package. */
    public record Expected(String identifier, String version, String build) {}

    public PackageCheck(PackageLayout layout, Ed25519Key signer) {
        this.layout = layout;
        this.signer = signer;
    }

    /**
     * Reads the whole file once; runs on the caller's thread and may take minutes.
     *
     * @param goOn called with the fraction done, 0 to 1; answering false stops the check
     * @throws IOException when the file cannot be read at all
     */
    public PackageReport check(Path file, Expected expected, DoublePredicate goOn) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            return check(zip, expected, goOn);
        } catch (ZipException e) {
            return report(Verdict.DAMAGED, null, "The file is not a whole ZIP archive (" + e.getMessage() + "): cut off or not a package. Fetch it again.", List.of());
        } catch (BadInput e) {
            return report(Verdict.REFUSED, null, "Not a firmware package: " + e.getMessage() + ".", List.of());
        }
    }

    private PackageReport check(ZipFile zip, Expected expected, DoublePredicate goOn) throws IOException {
        List<? extends ZipEntry> entries = zip.stream().toList();
        refuseUnsafe(entries);
        byte[] manifestBytes = small(zip, layout.manifest(), Manifest.LONGEST);
        Manifest manifest = Manifest.parse(manifestBytes, layout);
        if (!signer.verifies(manifestBytes, small(zip, layout.signature(), 64))) {
            return report(Verdict.REFUSED, manifest, "The signer's signature does not match the manifest: somebody changed it. Do not use this package.", List.of());
        }
        if (!manifest.products().contains(expected.identifier())) {
            return report(Verdict.NOT_FOR_THIS_DEVICE, manifest, "This package is for " + String.join(", ", manifest.products()) + ", not for ["
                    + expected.identifier() + "].", List.of());
        }
        if (!manifest.version().equals(expected.version()) || !manifest.build().equals(expected.build())) {
            return report(Verdict.REFUSED, manifest, "This package is " + manifest.version() + " (" + manifest.build() + "), not the chosen "
                    + expected.version() + " (" + expected.build() + ").", List.of());
        }
        return parts(zip, entries, manifest, goOn);
    }

    private PackageReport parts(ZipFile zip, List<? extends ZipEntry> entries, Manifest manifest, DoublePredicate goOn) throws IOException {
        List<String> wrong = new ArrayList<>();
        for (ZipEntry e : entries) {
            boolean ours = e.getName().equals(layout.manifest()) || e.getName().equals(layout.signature());
            if (!ours && !e.isDirectory() && !manifest.parts().containsKey(e.getName())) {
                wrong.add("entry [" + e.getName() + "] is not in the manifest");
            }
        }
        long total = Math.max(1, manifest.parts().values().stream().mapToLong(Manifest.Part::size).sum());
        double[] done = {0};
        for (var part : manifest.parts().entrySet()) {
            ZipEntry entry = zip.getEntry(part.getKey());
            if (entry == null) {
                wrong.add("part [" + part.getKey() + "] is missing");
                continue;
            }
            if (entry.getSize() != part.getValue().size()) {
                wrong.add("part [" + part.getKey() + "] has [" + entry.getSize() + "] bytes, the manifest says [" + part.getValue().size() + "]");
                continue;
            }
            String found = digest(zip, entry, n -> {
                done[0] += n;
                return goOn.test(Math.min(1.0, done[0] / total));
            });
            if (!found.equals(part.getValue().sha256())) {
                wrong.add("part [" + part.getKey() + "] has another digest than the manifest says: [" + found.substring(0, 12) + "...], expected ["
                        + part.getValue().sha256().substring(0, Math.min(12, part.getValue().sha256().length())) + "...]");
            }
        }
        if (!wrong.isEmpty()) {
            return report(Verdict.DAMAGED, manifest, "Damaged: " + wrong.getFirst() + (wrong.size() > 1 ? " (and " + (wrong.size() - 1) + " more)" : "")
                    + ". Fetch it again.", wrong);
        }
        return report(Verdict.PROVEN, manifest, "Whole and genuine: " + manifest.parts().size() + " parts, each with the digest the signer vouches for.",
                List.of("signature over the manifest", "model " + String.join(", ", manifest.products()), "version " + manifest.version() + " (" + manifest.build() + ")",
                        manifest.parts().size() + " parts by SHA-256"));
    }

    private static void refuseUnsafe(List<? extends ZipEntry> entries) {
        Set<String> seen = new HashSet<>();
        for (ZipEntry e : entries) {
            String name = e.getName();
            if (name.startsWith("/") || name.contains("\\") || name.contains(":") || List.of(name.split("/")).contains("..")) {
                throw new BadInput("entry [" + name + "] would leave its folder");
            }
            if (!seen.add(name)) {
                throw new BadInput("entry [" + name + "] is there twice");
            }
        }
    }

    private static byte[] small(ZipFile zip, String name, int longest) throws IOException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null) {
            throw new BadInput("[" + name + "] is missing");
        }
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes(longest + 1);
            if (bytes.length > longest) {
                throw new BadInput("[" + name + "] is longer than " + longest + " bytes");
            }
            return bytes;
        }
    }

    private static String digest(ZipFile zip, ZipEntry entry, IntPredicate read) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            return Sha256.of(in, read);
        } catch (ZipException e) {
            return "unreadable: " + e.getMessage();
        }
    }

    private static PackageReport report(Verdict verdict, @Nullable Manifest m, String reason, List<String> details) {
        return m == null ? new PackageReport(verdict, List.of(), "", "", 0, reason, details)
                : new PackageReport(verdict, m.products(), m.version(), m.build(), m.parts().size(), reason, details);
    }
}
