package wistaxis.cli.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.cli.backup.BackupCommands;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.standins.StandInSigner;
import wistaxis.store.backup.Backup;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.firmware.AllCores;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.ledger.DataFolder;

@Command(name = "verify", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.verify}")
public final class FirmwareFileCommand extends Output implements CommandLine.IExitCodeGenerator {
    @Parameters(paramLabel = "FILE")
    private Path file = Path.of("");

    @Option(names = "--device", paramLabel = "ID", description = "${bundle:cli.help.package.device}")
    private @Nullable String device;

    @Option(names = "--quick", description = "${bundle:cli.help.package.quick}")
    private boolean quick;

    @Option(names = "--data", paramLabel = "DIR",
            description = "${bundle:cli.help.package.data}")
    private @Nullable Path data;

    @Option(names = "--practice", description = "${bundle:cli.help.package.practice}")
    private boolean practice;

    @Option(names = "--key-file", paramLabel = "FILE", description = "${bundle:cli.help.backup.key-file}")
    private @Nullable Path keyFile;

    private int status = CommandLine.ExitCode.SOFTWARE;

    @Override
    public int getExitCode() {
        return status;
    }

    @Override
    public void run() {
        if (!Files.isRegularFile(file)) {
            throw new BadInput(t(Files.exists(file) ? "cli.file.not-a-file" : "cli.file.not-there", "file", file));
        }
        if (Backup.made(file).isPresent()) {
            Backup.Found found = BackupCommands.verified(file, keyFile, progress(t("cli.progress.backup-verify")));
            answer(BackupCommands.Row.of(file, found), List.of(t("cli.backup.verified", "file", file), BackupCommands.held(found)));
            status = CommandLine.ExitCode.OK;
            return;
        }
        FirmwareCheck check = new FirmwareCheck(FirmwareLayout.shipped(), practice ? StandInSigner.publicKey() : null);
        FirmwareCheck.Expected expected = device == null ? null : new FirmwareCheck.Expected(device(device).identifier(), null, null);
        try {
            Progress progress = progress(t("cli.progress.file"));
            FirmwareReport found = quick ? check.quick(file, expected, () -> true) : check.check(file, expected, new AllCores(done -> {
                progress.accept(done);
                return true;
            }));
            FirmwareReport report = found.against(catalogue(), Files.size(file));
            List<String> words = new ArrayList<>(List.of(report.verdict() + ": " + report.reason()));
            report.details().forEach(d -> words.add("  " + d));
            answer(report, words);
            status = report.verified() || quick && report.sound() ? CommandLine.ExitCode.OK : CommandLine.ExitCode.SOFTWARE;
        } catch (IOException e) {
            throw DiskProblem.of("firmware-file", file, e);
        }
    }

    /** What is known; a catalogue at the usual place that cannot be read knows nothing, and that is said. */
    private FirmwareCatalogue catalogue() {
        CatalogueFile file = new CatalogueFile(new DataFolder(DataFolder.place(data, practice)).catalogue());
        try {
            return file.look(Instant.now());
        } catch (BadInput e) {
            if (data != null) {
                throw e;
            }
            spec().commandLine().getErr().println("wistaxis: " + t("cli.firmware.no-list", "why", e.getMessage()));
            return FirmwareCatalogue.EMPTY;
        }
    }
}
