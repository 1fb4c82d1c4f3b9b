package wistaxis.core.firmware;

import java.io.EOFException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.zip.ZipException;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.PackageReport.Verdict;
import wistaxis.core.signing.Ed25519Key;

/** Opens a package and proves it: archive, manifest, the signer's signature over it where there is one, model, version and build, the digest of every part. */
public final class PackageCheck {
    private final List<PackageLayout> layouts;
    private final Ed25519Key signer;

    /**
     * What is expected of the package.
     *
     * @param version null when any will do
     * @param build null when any will do
     */
    public record Expected(String identifier, @Nullable String version, @Nullable String build) {}

    /** A package whose directory and manifest are in order. */
    private record Opened(PackageLayout layout, ZipDirectory directory, Manifest manifest) {
        boolean isAbout(ZipDirectory.Entry e) {
            return e.name().equals(layout.manifest()) || e.name().equals(layout.signature());
        }
    }

    public PackageCheck(List<PackageLayout> layouts, Ed25519Key signer) {
        this.layouts = List.copyOf(layouts);
        this.signer = signer;
    }

    /**
     * Looks at directory and manifest only: milliseconds, whatever the size.
     *
     * @param expected null when any package will do
     * @throws IOException when the file cannot be read at all
     */
    public PackageReport quick(Path file, @Nullable Expected expected) throws IOException {
        return examine(file, expected, (channel, opened) -> {
            List<String> wrong = missingOrMeasuredOtherwise(opened);
            return wrong.isEmpty() ? wellFormed(opened.manifest()) : damaged(opened.manifest(), wrong);
        });
    }

    /**
     * Reads every part once; may take minutes.
     *
     * @param expected null when any package will do
     * @param runner runs the comparisons
     * @throws java.io.InterruptedIOException when the runner stopped
     * @throws IOException when the file cannot be read at all
     */
    public PackageReport check(Path file, @Nullable Expected expected, PartTask.Runner runner) throws IOException {
        return examine(file, expected, (channel, opened) -> {
            List<String> wrong = missingOrMeasuredOtherwise(opened);
            if (wrong.isEmpty()) {
                wrong = runner.run(PartReader.tasks(channel, opened.directory(), opened.manifest()));
            }
            return wrong.isEmpty() ? proven(opened) : damaged(opened.manifest(), wrong);
        });
    }

    private interface Examination {
        PackageReport of(FileChannel channel, Opened opened) throws IOException;
    }

    private PackageReport examine(Path file, @Nullable Expected expected, Examination then) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            Opened opened = open(channel);
            PackageReport told = wellFormed(opened.manifest()).measuredBy(expected);
            return told.sound() ? then.of(channel, opened) : told;
        } catch (ZipException | EOFException e) {
            return report(Verdict.DAMAGED, null, "The file is not a whole ZIP archive (" + e.getMessage() + "): cut off or not a package. Fetch it again.", List.of());
        } catch (BadInput e) {
            return report(Verdict.REFUSED, null, "Not a package to be trusted: " + e.getMessage() + ".", List.of());
        }
    }

    private Opened open(FileChannel channel) throws IOException {
        ZipDirectory directory = ZipDirectory.read(channel);
        List<PackageLayout> found = layouts.stream().filter(l -> entry(directory, l.manifest()).isPresent()).toList();
        if (found.size() != 1) {
            throw new BadInput(found.isEmpty() ? "[" + layouts.stream().map(PackageLayout::manifest).collect(Collectors.joining("] or [")) + "] is missing"
                    : "it has two manifests, " + found.stream().map(PackageLayout::manifest).toList());
        }
        PackageLayout layout = found.getFirst();
        byte[] bytes = small(channel, directory, layout.manifest(), Manifest.LONGEST);
        Manifest manifest = Manifest.parse(bytes, layout);
        if (layout.signature() != null && !signer.verifies(bytes, small(channel, directory, layout.signature(), 64))) {
            throw new BadInput("the signer's signature does not match the manifest; somebody changed it");
        }
        return new Opened(layout, directory, manifest);
    }

    /** What can be seen to be wrong without reading a part. */
    private static List<String> missingOrMeasuredOtherwise(Opened o) {
        List<String> wrong = new ArrayList<>();
        var byName = o.directory().entries().stream().collect(Collectors.toMap(ZipDirectory.Entry::name, Function.identity()));
        o.manifest().parts().forEach((name, part) -> {
            ZipDirectory.Entry e = byName.get(name);
            if (e == null) {
                wrong.add("part [" + EntryNames.shown(name) + "] is missing");
            } else if (part.size() >= 0 && part.size() != e.size()) {
                wrong.add("part [" + EntryNames.shown(name) + "] has [" + e.size() + "] bytes, the manifest says [" + part.size() + "]");
            }
        });
        if (o.layout().parts().components() == null) {
            o.directory().entries().stream().filter(e -> !o.isAbout(e) && !o.manifest().parts().containsKey(e.name())).forEach(e -> wrong.add("entry [" + EntryNames.shown(e.name()) + "] is not in the manifest"));
        }
        return wrong;
    }

    private static PackageReport wellFormed(Manifest m) {
        return report(Verdict.WELL_FORMED, m, "Directory and manifest are in order; the parts were not read.", List.of());
    }

    private static PackageReport damaged(Manifest m, List<String> wrong) {
        return report(Verdict.DAMAGED, m, "Damaged: " + wrong.getFirst() + (wrong.size() > 1 ? " (and " + (wrong.size() - 1) + " more)" : "") + ". Fetch it again.", wrong);
    }

    private static PackageReport proven(Opened o) {
        Manifest m = o.manifest();
        long digested = m.parts().values().stream().filter(p -> !p.digest().isEmpty()).count();
        boolean signed = o.layout().signature() != null;
        return report(Verdict.PROVEN, m, "Whole" + (signed ? " and genuine: " : ": ") + digested + " parts, each with the digest " + (signed ? "the signer vouches for." : "its manifest gives."),
                List.of(signed ? "signature over the manifest" : "the manifest is not signed by itself: the signing service decides at the restore",
                        "model " + String.join(", ", m.products()), "version " + m.version() + " (" + m.build() + ")", digested + " parts by their digests",
                        (o.directory().entries().size() - digested) + " other entries by CRC-32"));
    }

    private static Optional<ZipDirectory.Entry> entry(ZipDirectory directory, String name) {
        return directory.entries().stream().filter(e -> e.name().equals(name)).findFirst();
    }

    private static byte[] small(FileChannel channel, ZipDirectory directory, String name, int longest) throws IOException {
        ZipDirectory.Entry entry = entry(directory, name).orElseThrow(() -> new BadInput("[" + name + "] is missing"));
        if (entry.size() > longest) {
            throw new BadInput("[" + name + "] is longer than " + longest + " bytes");
        }
        return PartReader.whole(channel, entry);
    }

    private static PackageReport report(Verdict verdict, @Nullable Manifest m, String reason, List<String> details) {
        return m == null ? new PackageReport(verdict, List.of(), "", "", 0, reason, details)
                : new PackageReport(verdict, m.products(), m.version(), m.build(), m.parts().size(), reason, details);
    }
}
