package wistaxis.cli.firmware;

import static wistaxis.core.words.Say.t;

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
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.firmware.TypedBuild;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.standins.StandInSigner;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.FolderHold;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.firmware.FirmwareFolder;
import wistaxis.store.ledger.DataFolder;

@Command(name = "firmware", mixinStandardHelpOptions = true, description = "${bundle:cli.help.firmware}",
        subcommands = {FirmwareCommand.ListBuilds.class, FirmwareCommand.ImportBuilds.class, FirmwareCommand.AddBuild.class},
        synopsisSubcommandLabel = "list|import|add")
public final class FirmwareCommand extends Output {
    @Override
    public void run() {
        throw new BadInput(t("cli.firmware.what"));
    }

    /** What both need: where the catalogue is kept. */
    private abstract static class OnCatalogue extends Output {
        @Option(names = "--data", paramLabel = "DIR", description = "${bundle:cli.help.firmware.data}")
        private @Nullable Path data;

        final DataFolder folder() {
            return DataFolder.open(DataFolder.place(data, practice));
        }

        @Option(names = "--practice", description = "${bundle:cli.help.firmware.practice}")
        private boolean practice;

        final boolean practice() {
            return practice;
        }

        static CatalogueFile file(DataFolder folder) {
            return new CatalogueFile(folder.catalogue());
        }
    }

    @Command(name = "list", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.firmware.list}")
    static final class ListBuilds extends OnCatalogue {
        @Option(names = "--device", required = true, paramLabel = "ID", description = "${bundle:cli.help.firmware.list.device}")
        private String device = "";

        private record Row(String version, String build, @Nullable LocalDate released, long sizeBytes, @Nullable String sha256,
                @Nullable Boolean signed,
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
                answer(rows, List.of(t("cli.firmware.none", "model", model.identifier())));
                return;
            }
            answer(rows, rows.stream().map(r -> String.format(Locale.ROOT, "%-14s %-9s %s  %6.1f MB  %-15s %s%s (%s, %s)",
                    r.version(),
                    r.build(), r.released() == null ? t("cli.firmware.no-day") : r.released(), r.sizeBytes() / 1e6,
                    t(r.signed() == null ? "cli.firmware.unsure" : r.signed() ? "cli.firmware.signed" : "cli.firmware.not-signed"),
                            r.suggested() ? t("cli.firmware.suggested") + " "
                    : "", r.reason(), r.askedAt(), r.by()))
                    .toList());
        }

        private static FirmwareCatalogue asked(DeviceModel model, DataFolder folder, Instant now) {
            try (PracticeServices services = PracticeServices.of(folder)) {
                FirmwareCatalogue catalogue = file(folder).look(now).refreshed(model.identifier(), services.service()
                        .buildsFor(model.identifier()), now, inFirmwareFolder(folder, now));
                keep(folder, catalogue);
                return catalogue;
            } catch (IOException e) {
                throw DiskProblem.of("builds", file(folder).file(), e);
            } catch (OutsideProblem e) {
                throw new Refusal(String.valueOf(e.getMessage()));
            }
        }

        /** Digests of the builds whose firmware files lie in the firmware folder, as it was last looked at. */
        private static Set<String> inFirmwareFolder(DataFolder folder, Instant now) {
            FirmwareFolder firmwareFolder = new FirmwareFolder(folder.firmwareFolder(), folder.firmwareFolderIndex(),
                    new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey()));
            return file(folder).look(now).builds().stream().map(FirmwareCatalogue.Listed::build)
                    .filter(b -> b.identifiers().stream().anyMatch(i -> firmwareFolder.find(i, b.version().toString(), b.build())
                            .isPresent()))
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
            return new Row(version.toString(), b.build(), b.released(), b.sizeBytes(), b.sha256(), b.signingUnknown() ? null : b.signed(),
                    b.signedUntil(),
                    listed.askedAt(), listed.by() != null ? listed.by() : listed.imported() != null ? t("cli.firmware.imported")
                    : t("cli.firmware.library"),
                    j.chosen(), j.possible(), j.reason());
        }
    }

    @Command(name = "import", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.firmware.import}")
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
                answer(new Row(read.builds().size()), List.of(t("cli.firmware.imported-n", "n", read.builds().size())));
            } catch (IOException e) {
                throw DiskProblem.of("builds", file(folder).file(), e);
            }
        }
    }

    @Command(name = "add", mixinStandardHelpOptions = true,
            description = "${bundle:cli.help.firmware.add}")
    static final class AddBuild extends OnCatalogue {
        @Option(names = "--device", required = true, paramLabel = "ID", description = "${bundle:cli.help.firmware.add.device}")
        private String device = "";

        @Option(names = "--version", required = true, paramLabel = "VERSION", description = "${bundle:cli.help.firmware.add.version}")
        private String version = "";

        @Option(names = "--build", required = true, paramLabel = "BUILD")
        private String build = "";

        @Option(names = "--size", required = true, paramLabel = "SIZE", description = "${bundle:cli.help.firmware.add.size}")
        private String size = "";

        @Option(names = "--digest", paramLabel = "SHA-256", description = "${bundle:cli.help.firmware.add.digest}")
        private String digest = "";

        @Option(names = "--address", paramLabel = "URL", description = "${bundle:cli.help.firmware.add.address}")
        private String address = "";

        @Option(names = "--signed", paramLabel = "WHAT", description = "${bundle:cli.help.firmware.add.signed}")
        private String signed = "unknown";

        @Option(names = "--seen", paramLabel = "WHERE", description = "${bundle:cli.help.firmware.add.seen}")
        private String seen = "";

        @Option(names = "--by", paramLabel = "NAME", description = "${bundle:cli.help.firmware.add.by}")
        private String by = "";

        @Override
        public void run() {
            Build typed = new TypedBuild(version, build, size, digest, address, signed).of(device(device).identifier());
            DataFolder folder = folder();
            try (FolderHold _ = FolderHold.take(folder.root())) {
                Instant now = Instant.now();
                file(folder).write(file(folder).look(now).typed(typed, by.isEmpty() ? t("workbench.builds.somebody")
                        : Names.typed(by, t("store.what.technician"), 60), seen.isBlank() ? "" : Names.typed(seen, "seen", 80), now));
                answer(typed, List.of(t("cli.firmware.saved", "version", typed.version(), "build", typed.build(), "model",
                        typed.identifiers().getFirst())));
            } catch (IOException e) {
                throw DiskProblem.of("builds", file(folder).file(), e);
            }
        }
    }
}
