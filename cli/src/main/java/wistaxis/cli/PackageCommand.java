package wistaxis.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.PackageCheck;
import wistaxis.core.firmware.PackageLayout;
import wistaxis.core.firmware.PackageReport;
import wistaxis.standins.StandInSigner;
import wistaxis.store.firmware.AllCores;

@Command(name = "package", mixinStandardHelpOptions = true, description = "Check a firmware package: directory, manifest, signature, model, and the digest of every part. Exit status 0 only when it is proven, or with --quick well-formed.")
final class PackageCommand extends Output implements CommandLine.IExitCodeGenerator {
    @Parameters(paramLabel = "FILE")
    private Path file = Path.of("");

    @Option(names = "--device", paramLabel = "ID", description = "identifier or A-number of the device it is wanted for")
    private @Nullable String device;

    @Option(names = "--quick", description = "look at directory and manifest only")
    private boolean quick;

    private int status = CommandLine.ExitCode.SOFTWARE;

    @Override
    public int getExitCode() {
        return status;
    }

    @Override
    public void run() {
        if (!Files.isRegularFile(file)) {
            throw new BadInput("package [" + file + "] cannot be read: " + (Files.exists(file) ? "it is no file" : "there is no such file"));
        }
        PackageCheck check = new PackageCheck(PackageLayout.shipped(), StandInSigner.publicKey());
        PackageCheck.Expected expected = device == null ? null : new PackageCheck.Expected(device(device).identifier(), null, null);
        try {
            PackageReport report = quick ? check.quick(file, expected) : check.check(file, expected, new AllCores(_ -> true));
            List<String> words = new ArrayList<>(List.of(report.verdict() + ": " + report.reason()));
            report.details().forEach(d -> words.add("  " + d));
            answer(report, words);
            status = report.proven() || quick && report.sound() ? CommandLine.ExitCode.OK : CommandLine.ExitCode.SOFTWARE;
        } catch (IOException e) {
            throw new BadInput("package [" + file + "] cannot be read: " + e.getMessage(), e);
        }
    }
}
