package wistaxis.cli.firmware;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.PackageCheck;
import wistaxis.core.firmware.PackageLayout;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.core.outside.OutsideTrouble;
import wistaxis.standins.StandInSigner;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.FolderHold;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.Shelf;
import wistaxis.store.ledger.DataFolder;

@Command(name = "firmware", mixinStandardHelpOptions = true, description = "The builds known for a device, and how more become known.",
        subcommands = {FirmwareCommand.ListBuilds.class, FirmwareCommand.ImportBuilds.class, FirmwareCommand.AddBuild.class},
        synopsisSubcommandLabel = "list, import or add")
public final class FirmwareCommand extends Output {
    @Override
    public void run() {
        throw new BadInput("say what to do: wistaxis firmware list --device ID, wistaxis firmware import FILE, "
                + "or wistaxis firmware add --device ID --version V --build B --size S");
    }

    /** What both need: where the catalogue is kept. */
    private abstract static class OnCatalogue extends Output {
        @Option(names = "--data", paramLabel = "DIR", description = "the data folder, the usual place where it is left out")
        private @Nullable Path data;

        final DataFolder folder() {
            return DataFolder.open(DataFolder.place(data, practice));
        }

        @Option(names = "--practice", description = "speak of the practice world: ask the stand-in library")
        private boolean practice;

        final boolean practice() {
            return practice;
        }

        static CatalogueFile file(DataFolder folder) {
            return new CatalogueFile(folder.catalogue());
        }
    }

    @Command(name = "list", mixinStandardHelpOptions = true,
            description = "List the builds known for a device, newest first, with the choice explained.")
    static final class ListBuilds extends OnCatalogue {
        @Option(names = "--device", required = true, paramLabel = "ID", description = "identifier or A-number")
        private String device = "";

        private record Row(String version, String build, @Nullable LocalDate released, long sizeBytes, @Nullable String sha256,
                boolean signed,
                @Nullable Instant signedUntil, Instant askedAt, String by, boolean suggested, boolean possible, String reason) {}

        @Override
        public void run() {
            DeviceModel model = device(device);
            DataFolder folder = folder();
            Instant now = Instant.now();
            FirmwareCatalogue catalogue = practice() ? asked(model, folder, now) : file(folder).look(now);
            List<Row> rows = BuildChoice.among(catalogue.of(model.identifier()).stream().map(FirmwareCatalogue.Listed::build).toList(),
                    model.identifier(), now).builds().stream().map(j -> row(j, catalogue)).toList();
            if (rows.isEmpty()) {
                answer(rows, List.of("No build is known for " + model.identifier() + ". Builds come from a catalogue: wistaxis firmware "
                        + "import FILE; or are typed in: wistaxis firmware add; or the host fetches by itself."));
                return;
            }
            answer(rows, rows.stream().map(r -> String.format(Locale.ROOT, "%-14s %-9s %s  %6.1f MB  %-15s %s%s (%s, %s)",
                    r.version(),
                    r.build(), r.released() == null ? "day not known" : r.released(), r.sizeBytes() / 1e6,
                    r.signed() ? "signed" : "signing closed", r.suggested() ? "SUGGESTED. " : "", r.reason(), r.askedAt(), r.by()))
                    .toList());
        }

        private static FirmwareCatalogue asked(DeviceModel model, DataFolder folder, Instant now) {
            try (PracticeServices services = PracticeServices.of(folder)) {
                FirmwareCatalogue catalogue = file(folder).look(now).refreshed(model.identifier(), services.line()
                        .buildsFor(model.identifier()), now, onShelf(folder, now));
                keep(folder, catalogue);
                return catalogue;
            } catch (IOException e) {
                throw DiskTrouble.of("catalogue of builds", file(folder).file(), e);
            } catch (OutsideTrouble e) {
                throw new Refusal(String.valueOf(e.getMessage()));
            }
        }

        /** Digests of the builds whose packages lie on the shelf, as it was last looked at. */
        private static Set<String> onShelf(DataFolder folder, Instant now) {
            Shelf shelf = new Shelf(folder.shelf(), folder.shelfIndex(),
                    new PackageCheck(PackageLayout.shipped(), StandInSigner.publicKey()));
            return file(folder).look(now).builds().stream().map(FirmwareCatalogue.Listed::build)
                    .filter(b -> b.identifiers().stream().anyMatch(i -> shelf.find(i, b.version().toString(), b.build()).isPresent()))
                    .map(Build::key).collect(Collectors.toSet());
        }

        /** Kept unless a window works in the folder, which asks the library by itself. */
        private static void keep(DataFolder folder, FirmwareCatalogue catalogue) throws IOException {
            try (FolderHold _ = FolderHold.take(folder.root())) {
                file(folder).write(catalogue);
            } catch (FolderHold.InUse _) {
                // the window's own catalogue stays
            }
        }

        private static Row row(BuildChoice.Judged j, FirmwareCatalogue catalogue) {
            Build b = j.build();
            FirmwareCatalogue.Listed listed = catalogue.byKey(b.key()).orElseThrow();
            SystemVersion version = b.version();
            return new Row(version.toString(), b.build(), b.released(), b.sizeBytes(), b.sha256(), b.signed(), b.signedUntil(),
                    listed.askedAt(), listed.by() != null ? listed.by() : listed.imported() != null ? "an imported catalogue"
                    : "the library",
                    j.chosen(), j.possible(), j.reason());
        }
    }

    @Command(name = "import", mixinStandardHelpOptions = true,
            description = "Take builds in from a file in the open format wistaxis-firmware, see docs/formats.md.")
    static final class ImportBuilds extends OnCatalogue {
        @Parameters(paramLabel = "FILE")
        private Path from = Path.of("");

        private record Row(int builds) {}

        @Override
        public void run() {
            Instant now = Instant.now();
            FirmwareCatalogue read = CatalogueFile.imported(from, now);
            DataFolder folder = folder();
            try (FolderHold _ = FolderHold.take(folder.root())) {
                file(folder).write(file(folder).look(now).merge(read.builds()));
                answer(new Row(read.builds().size()), List.of(read.builds().size() + " builds taken in"));
            } catch (IOException e) {
                throw DiskTrouble.of("catalogue of builds", file(folder).file(), e);
            }
        }
    }

    @Command(name = "add", mixinStandardHelpOptions = true,
            description = "Keep a build as the host or the maker shows it. Without a digest no file can be proven to be it.")
    static final class AddBuild extends OnCatalogue {
        @Option(names = "--device", required = true, paramLabel = "ID", description = "identifier or A-number")
        private String device = "";

        @Option(names = "--version", required = true, paramLabel = "VERSION", description = "as people write it: 26.1, 26.1 beta 2")
        private String version = "";

        @Option(names = "--build", required = true, paramLabel = "BUILD")
        private String build = "";

        @Option(names = "--size", required = true, paramLabel = "SIZE", description = "5.9 GB, 850 MB, or bytes")
        private String size = "";

        @Option(names = "--digest", paramLabel = "SHA-256", description = "of the package, where it is told")
        private String digest = "";

        @Option(names = "--address", paramLabel = "URL", description = "where the package may be fetched; the size is then in bytes")
        private String address = "";

        @Option(names = "--by", paramLabel = "NAME", description = "who types it in")
        private String by = "somebody here";

        @Override
        public void run() {
            Build typed = new TypedBuild(version, build, size, digest, address).of(device(device).identifier());
            DataFolder folder = folder();
            try (FolderHold _ = FolderHold.take(folder.root())) {
                Instant now = Instant.now();
                file(folder).write(file(folder).look(now).typed(typed, Names.typed(by, "name", 60), now));
                answer(typed, List.of(typed.version() + " (" + typed.build() + ") kept for " + typed.identifiers().getFirst()));
            } catch (IOException e) {
                throw DiskTrouble.of("catalogue of builds", file(folder).file(), e);
            }
        }
    }
}
