package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareLayout;
import wistaxis.standins.StandInFirmware;
import wistaxis.standins.StandInSigner;
import wistaxis.store.firmware.AllCores;

@Command(name = "firmware", aliases = "package", mixinStandardHelpOptions = true,
        description =
        "The full check of a package on all cores beside 'openssl dgst -sha256' on the same file, and the quick check, in one run.")
final class BenchFirmware extends Output {
    @Option(names = "--megabytes", paramLabel = "N", description = "size of the package")
    private int megabytes = 800;

    @Option(names = "--parts", paramLabel = "N", description = "in how many parts of the same size, most of it in the first")
    private int parts = 40;

    @Option(names = "--rounds", paramLabel = "N", description = "how often; the best of each counts")
    private int rounds = 3;

    private record Row(long bytes, double opensslMBs, double checkMBs, double toOpenssl, double quickMillis) {}

    @Override
    public void run() {
        try {
            Path file = Files.createTempFile("wistaxis-bench", ".zip");
            try {
                measure(file);
            } finally {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void measure(Path file) throws IOException, InterruptedException {
        SplittableRandom random = new SplittableRandom(7);
        Map<String, byte[]> content = new LinkedHashMap<>();
        for (int i = 0; i < parts; i++) {
            byte[] part = new byte[(int) (megabytes * 1_000_000L / parts)];
            random.nextBytes(part);
            content.put("part/" + i + ".img", part);
        }
        new StandInFirmware(List.of("iPhone13,2"), "1", "B", content).write(file, new StandInSigner());
        content.clear();
        FirmwareCheck check = new FirmwareCheck(FirmwareLayout.shipped(), StandInSigner.publicKey());
        double openssl = Double.MAX_VALUE;
        double ours = Double.MAX_VALUE;
        double quick = Double.MAX_VALUE;
        for (int i = 0; i < rounds; i++) {
            long t0 = System.nanoTime();
            Beside.run("openssl", "dgst", "-sha256", file.toString());
            long t1 = System.nanoTime();
            if (!check.check(file, null, new AllCores(_ -> true)).verified()) {
                throw new Refusal("the package made for the measurement is not proven");
            }
            long t2 = System.nanoTime();
            check.quick(file, null, () -> true);
            openssl = Math.min(openssl, (t1 - t0) / 1e9);
            ours = Math.min(ours, (t2 - t1) / 1e9);
            quick = Math.min(quick, (System.nanoTime() - t2) / 1e6);
        }
        double mb = Files.size(file) / 1e6;
        answer(new Row(Files.size(file), mb / openssl, mb / ours, openssl / ours, quick),
                List.of(String.format(Locale.ROOT, "openssl dgst -sha256     %7.0f MB/s", mb / openssl),
                String.format(Locale.ROOT, "full check, all cores    %7.0f MB/s, %.2f of openssl on one core", mb / ours, openssl / ours),
                String.format(Locale.ROOT, "quick check              %7.1f ms", quick)));
    }
}
