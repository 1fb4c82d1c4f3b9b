package wistaxis.measure;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;

@Command(name = "backup", mixinStandardHelpOptions = true,
        description = "A shop's data of many closed tickets and as many megabytes of pictures, made for this and thrown "
        + "away: a backup with its reading back, a restore; then both are killed at random moments: none is "
        + "ever broken, and the data stay as they are.")
final class BenchBackup extends Output {
    private static final int PICTURE = 4 << 20;
    private static final String KEY = "five words that nobody guesses";

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "100000", description = "how many closed tickets")
    private int tickets;

    @Option(names = "--megabytes", paramLabel = "N", defaultValue = "2000", description = "of pictures, which do not get smaller")
    private int megabytes;

    @Option(names = "--kills", paramLabel = "N", defaultValue = "200", description = "of a backup or a restore of a small shop")
    private int kills;

    private record Figures(int tickets, int megabytes, double backupSeconds, double restoreSeconds, long fileBytes, long peakBytes) {}

    private record Row(int kills, int ended, int whole, int broken, int left, boolean dataSame) {}

    @Override
    public void run() {
        try (Scratch scratch = Scratch.make("backup")) {
            DataFolder shop = new DataFolder(scratch.root().resolve("shop"));
            BenchLedger.make(shop.root(), tickets, progress("making " + tickets + " tickets"));
            pictures(shop.root().resolve("exports"), megabytes);
            Path file = scratch.root().resolve("a.wistaxis-backup");
            long[] peak = {0};
            double made = Took.median(1, _ -> Backup.make(shop, file, BackupKey.parse(KEY), Instant.now(), (_, _) -> peak(peak))) / 1e3;
            double restored = Took.median(1, _ -> Backup.restore(file, BackupKey.parse(KEY), scratch.root().resolve("back"),
                    (_, _) -> peak(peak))) / 1e3;
            Figures figures = new Figures(tickets, megabytes, made, restored, Files.size(file), peak[0]);
            answer(figures, List.of(String.format(Locale.ROOT, "%d tickets and %d MB of pictures: backup with reading back %.0f s, "
                    + "%.0f MB; restore with the ledger verified %.0f s; heap at most %.0f MB", tickets, megabytes, made,
                    figures.fileBytes() / 1e6, restored, figures.peakBytes() / 1e6)));
            out().flush();
            Row row = killed(scratch.root());
            answer(row, List.of(String.format(Locale.ROOT, "%d times, %d of them killed: %d whole files, %d broken, %d half restored "
                    + "folders; the data are %s", kills, kills - row.ended(), row.whole(), row.broken(), row.left(), row.dataSame()
                            ? "as they were" : "CHANGED")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }

    private static boolean peak(long[] peak) {
        Runtime vm = Runtime.getRuntime();
        peak[0] = Math.max(peak[0], vm.totalMemory() - vm.freeMemory());
        return true;
    }

    private static void pictures(Path folder, int megabytes) throws IOException {
        Files.createDirectories(folder);
        SplittableRandom random = new SplittableRandom(5);
        byte[] bytes = new byte[PICTURE];
        for (int i = 0; i < megabytes * 1_000_000L / PICTURE; i++) {
            random.nextBytes(bytes);
            try (OutputStream out = Files.newOutputStream(folder.resolve(i + ".jpg"))) {
                out.write(bytes);
            }
        }
    }

    private Row killed(Path root) throws IOException, InterruptedException {
        DataFolder small = new DataFolder(root.resolve("small"));
        BenchLedger.make(small.root(), 300, _ -> { });
        pictures(small.root().resolve("exports"), 20);
        Path drive = Files.createDirectories(root.resolve("drive"));
        Path source = drive.resolve("source.wistaxis-backup");
        Backup.make(small, source, BackupKey.parse(KEY), Instant.now(), (_, _) -> true);
        String head = head(small);
        List<String> pictures = pictures(small);
        SplittableRandom random = new SplittableRandom(1);
        long[] longest = {took(begun(small, drive.resolve("whole.wistaxis-backup"), null)), took(begun(small, source, root.resolve(
                "restored-whole")))};
        Progress progress = progress("killing " + kills + " times");
        int broken = 0;
        int half = 0;
        int ended = 0;
        for (int i = 0; i < kills; i++) {
            Path to = i % 2 == 0 ? null : root.resolve("restored-" + i);
            Process process = begun(small, to == null ? drive.resolve(i + ".wistaxis-backup") : source, to);
            ended += process.waitFor(random.nextLong(longest[i % 2] * 6 / 5), TimeUnit.MILLISECONDS) ? 1 : 0;
            process.destroyForcibly().waitFor();
            if (to != null && Files.exists(to)) {
                half += head(new DataFolder(to)).equals(head) && pictures(new DataFolder(to)).equals(pictures) ? 0 : 1;
            }
            progress.accept((i + 1) / (double) kills);
        }
        int whole = 0;
        try (Stream<Path> files = Files.list(drive)) {
            for (Path file : files.filter(f -> f.toString().endsWith(".wistaxis-backup")).toList()) {
                try {
                    Backup.verify(file, BackupKey.parse(KEY), (_, _) -> true);
                    whole++;
                } catch (BadInput _) {
                    broken++;
                }
            }
        }
        return new Row(kills, ended, whole, broken, half, head(small).equals(head) && pictures(small).equals(pictures));
    }

    /** A process that has begun to make a backup of it, or to restore one. @param to where to restore; null for a backup */
    private static Process begun(DataFolder data, Path file, @Nullable Path to) throws IOException {
        Process process = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1", "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"),
                Main.class.getName(), "bench", "backup-once", "--data", data.root().toString(), "--file", file.toString(), "--to",
                to == null ? "" : to.toString()).redirectError(ProcessBuilder.Redirect.DISCARD).start();
        process.getInputStream().read();
        return process;
    }

    /** Until it ends by itself, milliseconds. */
    private static long took(Process process) {
        return (long) Took.median(1, _ -> process.onExit().join());
    }

    /** What each picture digests to. */
    private static List<String> pictures(DataFolder folder) throws IOException {
        List<String> all = new ArrayList<>();
        try (Stream<Path> files = Files.list(folder.root().resolve("exports"))) {
            for (Path file : files.sorted().toList()) {
                all.add(file.getFileName() + " " + Sha256.of(Files.readAllBytes(file)));
            }
        }
        return all;
    }

    private static String head(DataFolder folder) {
        try (Ledger ledger = Ledger.openReadOnly(folder.ledger())) {
            List<String> all = new ArrayList<>(List.of(ledger.check(null, Instant.now()).broken().orElse("whole")));
            ledger.last().ifPresent(e -> all.add(e.digest()));
            return String.join(" ", all);
        }
    }

    @Command(name = "backup-once", hidden = true)
    static final class Once extends Output {
        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        @Option(names = "--file", required = true)
        private Path file = Path.of("");

        @Option(names = "--to", required = true)
        private String to = "";

        @Override
        public void run() {
            out().println("begins");
            out().flush();
            if (to.isEmpty()) {
                Backup.make(new DataFolder(data), file, BackupKey.parse(KEY), Instant.now(), (_, _) -> true);
            } else {
                Backup.restore(file, BackupKey.parse(KEY), Path.of(to), (_, _) -> true);
            }
        }
    }
}
