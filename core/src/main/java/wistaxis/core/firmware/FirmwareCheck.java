package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.io.EOFException;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.zip.ZipException;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Work;
import wistaxis.core.firmware.FirmwareReport.Proof;
import wistaxis.core.firmware.FirmwareReport.Verdict;
import wistaxis.core.signing.Ed25519Key;

/**
 * Opens a firmware file and examines it: archive, manifest, a trusted key's signature over it where there is one, model, version and
 * build, the digest of every part and of the whole file.
 */
public final class FirmwareCheck {
    private final List<FirmwareLayout> layouts;
    private final @Nullable Ed25519Key signer;

    /**
     * What is expected of the firmware file.
     *
     * @param version null when any will do
     * @param build null when any will do
     */
    public record Expected(String identifier, @Nullable String version, @Nullable String build) {}

    /** A firmware file whose directory and manifest are in order. */
    private record Opened(FirmwareLayout layout, ZipDirectory directory, Manifest manifest) {
        boolean isAbout(ZipDirectory.Entry e) {
            return e.name().equals(layout.manifest()) || e.name().equals(layout.signature());
        }
    }

    /** @param signer whose signatures are believed; null for nobody's */
    public FirmwareCheck(List<FirmwareLayout> layouts, @Nullable Ed25519Key signer) {
        this.layouts = List.copyOf(layouts);
        this.signer = signer;
    }

    /**
     * Looks at directory and manifest only: milliseconds, whatever the size.
     *
     * @param expected null when any firmware file will do
     * @param goOn asked now and then; answering false stops
     * @throws InterruptedIOException when stopped
     * @throws IOException when the file cannot be read at all
     */
    public FirmwareReport quick(Path file, @Nullable Expected expected, BooleanSupplier goOn) throws IOException {
        return examine(file, expected, goOn, (channel, opened) -> {
            List<String> wrong = missingOrMeasuredOtherwise(opened);
            return wrong.isEmpty() ? wellFormed(opened.manifest()) : damaged(opened.manifest(), wrong);
        });
    }

    /**
     * Reads the file once for its digest and every part once for its own; may take minutes.
     *
     * @param expected null when any firmware file will do
     * @param runner runs the comparisons
     * @return verified only when signed; whether an unsigned file is known by its digest is said by {@link FirmwareReport#against}
     * @throws InterruptedIOException when the runner stopped
     * @throws IOException when the file cannot be read at all
     */
    public FirmwareReport check(Path file, @Nullable Expected expected, PartTask.Runner runner) throws IOException {
        return examine(file, expected, runner::wanted, (channel, opened) -> {
            List<String> wrong = missingOrMeasuredOtherwise(opened);
            WholeDigest whole = new WholeDigest(channel);
            if (wrong.isEmpty()) {
                List<PartTask> tasks = new ArrayList<>(List.of(whole));
                tasks.addAll(PartReader.tasks(channel, opened.directory(), opened.manifest()));
                wrong = runner.run(tasks);
            }
            return wrong.isEmpty() ? whole(opened, whole.hex()) : damaged(opened.manifest(), wrong);
        });
    }

    private interface Examination {
        FirmwareReport of(FileChannel channel, Opened opened) throws IOException;
    }

    private FirmwareReport examine(Path file, @Nullable Expected expected, BooleanSupplier goOn, Examination then) throws IOException {
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            return report(Verdict.REFUSED, null, t("core.file.not-a-file", "file", Shown.value(String.valueOf(file))), List.of());
        }
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            Opened opened = open(channel, goOn);
            FirmwareReport told = wellFormed(opened.manifest()).measuredBy(expected);
            return told.sound() ? then.of(channel, opened) : told;
        } catch (ZipException | EOFException e) {
            return report(Verdict.DAMAGED, null, t("core.file.not-whole", "why", e.getMessage()), List.of());
        } catch (BadInput e) {
            return report(Verdict.REFUSED, null, t("core.file.not-trusted", "why", e.getMessage()), List.of());
        } catch (Work.Stopped e) {
            throw new InterruptedIOException(e.getMessage());
        }
    }

    private Opened open(FileChannel channel, BooleanSupplier goOn) throws IOException {
        ZipDirectory directory = ZipDirectory.read(channel);
        List<FirmwareLayout> found = layouts.stream().filter(l -> entry(directory, l.manifest()).isPresent()).toList();
        if (found.size() != 1) {
            throw new BadInput(found.isEmpty() ? t("core.file.no-manifest", "names", layouts.stream()
                    .map(l -> "[" + l.manifest() + "]").toList())
                    : t("core.file.two-manifests", "names", found.stream().map(FirmwareLayout::manifest).toList()));
        }
        FirmwareLayout layout = found.getFirst();
        byte[] bytes = small(channel, directory, layout.manifest(), Manifest.LONGEST);
        Manifest manifest = Manifest.parse(bytes, layout, goOn);
        if (manifest.parts().values().stream().allMatch(p -> p.digest().isEmpty())) {
            throw new BadInput(t("core.file.no-digests"));
        }
        if (layout.signature() != null && signer == null) {
            throw new BadInput(t("core.file.unknown-signer"));
        }
        if (layout.signature() != null && !signer.verifies(bytes, small(channel, directory, layout.signature(), 64))) {
            throw new BadInput(t("core.file.bad-signature"));
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
                wrong.add(t("core.file.part-missing", "part", Shown.value(name)));
            } else if (part.size() >= 0 && part.size() != e.size()) {
                wrong.add(t("core.file.part-size", "part", Shown.value(name), "bytes", e.size(), "says", part.size()));
            }
        });
        if (o.layout().parts().components() == null) {
            o.directory().entries().stream().filter(e -> !o.isAbout(e) && !o.manifest().parts().containsKey(e.name()))
                    .forEach(e -> wrong.add(t("core.file.not-in-manifest", "name", Shown.value(e.name()))));
        }
        return wrong;
    }

    private static FirmwareReport wellFormed(Manifest m) {
        return report(Verdict.WELL_FORMED, m, t("core.file.not-read"), List.of());
    }

    private static FirmwareReport damaged(Manifest m, List<String> wrong) {
        return report(Verdict.DAMAGED, m, t("core.file.damaged", "first", wrong.getFirst(), "more", wrong.size() - 1), wrong);
    }

    /** What a firmware file is whose parts all agree with its manifest: signed, or merely consistent with itself. */
    private static FirmwareReport whole(Opened o, String sha256) {
        Manifest m = o.manifest();
        boolean signed = o.layout().signature() != null;
        List<String> bare = o.directory().entries().stream()
                .filter(e -> !o.isAbout(e) && m.parts().getOrDefault(e.name(), Manifest.Part.NONE).digest().isEmpty())
                .map(e -> Shown.value(e.name())).toList();
        long digested = m.parts().values().stream().filter(p -> !p.digest().isEmpty()).count();
        List<String> details = new ArrayList<>(List.of(signed ? t("core.file.signed")
                : t("core.file.nobody-signed"),
                t("core.file.model", "models", String.join(", ", m.products())), t("core.file.version", "version", m.version(), "build",
                m.build()), t("core.file.parts", "n", digested),
                t("core.file.digest", "digest", sha256)));
        bare.forEach(name -> details.add(t("core.file.not-covered", "name", name)));
        String reason = signed ? t("core.file.verified", "n", digested)
                : t("core.file.not-verified", "n", digested, "bare", bare.size());
        return new FirmwareReport(signed ? Verdict.PROVEN : Verdict.CONSISTENT, signed ? Proof.SIGNED : null, sha256, m.products(),
                m.version(), m.build(), m.parts().size(), reason, details);
    }

    private static Optional<ZipDirectory.Entry> entry(ZipDirectory directory, String name) {
        return directory.entries().stream().filter(e -> e.name().equals(name)).findFirst();
    }

    private static byte[] small(FileChannel channel, ZipDirectory directory, String name, int longest) throws IOException {
        ZipDirectory.Entry entry = entry(directory, name).orElseThrow(() -> new BadInput(t("core.file.name-missing", "name", name)));
        if (entry.size() > longest) {
            throw new BadInput(t("core.file.too-long", "name", name, "most", longest));
        }
        return PartReader.whole(channel, entry);
    }

    private static FirmwareReport report(Verdict verdict, @Nullable Manifest m, String reason, List<String> details) {
        return m == null ? new FirmwareReport(verdict, null, null, List.of(), "", "", 0, reason, details)
                : new FirmwareReport(verdict, null, null, m.products(), m.version(), m.build(), m.parts().size(), reason, details);
    }
}
