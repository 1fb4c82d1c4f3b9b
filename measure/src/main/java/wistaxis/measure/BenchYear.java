package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.Said;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command.Open;
import wistaxis.standins.ScriptedUsb;
import wistaxis.standins.SimulatedDevice;
import wistaxis.store.files.LogFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.life.World;

@Command(name = "year", mixinStandardHelpOptions = true,
        description = "A year of a shop on one bench: tickets each day, a bench that is open for weeks, nights in which the "
        + "computer sleeps, summer time, a log that turns. Heap after a collection, files, and the start, at "
        + "the beginning and at the end.")
final class BenchYear extends Output {
    private static final int OPEN_DAYS = 21;
    private static final int FIRST_LOOK = 30;
    private static final int LOOKS = 10;
    private static final int LOGGED = 400;
    private static final Instant BEGIN = Instant.parse("2026-01-05T08:00:00Z");

    @Option(names = "--days", paramLabel = "N", defaultValue = "300", description = "how many")
    private int days;

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "12", description = "a day")
    private int tickets;

    private record Row(int days, long entries, double heapFirst, double heapLast, double heapRatio, double heapWorstRatio,
            double startFirst,
            double startLast, double startRatio, long logBytes, int logFiles, long ledgerBytes, String broken, List<String> findings) {}

    private final LinkedBlockingQueue<Runnable> front = new LinkedBlockingQueue<>();
    private long real = 1;
    private Instant wall = BEGIN;

    @Override
    public void run() {
        try (Scratch scratch = Scratch.make("year")) {
            DataFolder folder = DataFolder.open(scratch.root().resolve("shop"));
            try (LogFile _ = LogFile.begin(folder.log())) {
                year(folder);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void year(DataFolder folder) throws IOException {
        Progress progress = progress("living " + days + " days");
        List<Double> heap = new ArrayList<>();
        List<Double> starts = new ArrayList<>();
        Workbench bench = null;
        for (int day = 0; day < days; day++) {
            if (day % OPEN_DAYS == 0) {
                if (bench != null) {
                    bench.close();
                }
                bench = opened(folder);
                starts.add(start(folder));
            }
            day(java.util.Objects.requireNonNull(bench), day);
            if (day >= FIRST_LOOK && day % LOOKS == 0) {
                heap.add(heap());
            }
            progress.accept((day + 1) / (double) days);
        }
        bench.close();
        try (Ledger ledger = Ledger.openReadOnly(folder.ledger()); Stream<Path> logs = Files.list(folder.log().getParent())) {
            LedgerCheck check = ledger.check(null, wall.plus(Duration.ofDays(1)));
            List<Path> all = logs.toList();
            long logged = 0;
            for (Path log : all) {
                logged += Files.size(log);
            }
            double worst = heap.stream().mapToDouble(h -> h / heap.getFirst()).max().orElse(1);
            double first = starts.stream().limit(3).mapToDouble(s -> s).sorted().skip(1).findFirst().orElse(starts.getFirst());
            double last = starts.stream().skip(Math.max(0, starts.size() - 3)).mapToDouble(s -> s).sorted().skip(1).findFirst()
                    .orElse(starts
                    .getLast());
            Row row = new Row(days, check.entries(), heap.getFirst(), heap.getLast(), heap.getLast() / heap.getFirst(), worst, first, last,
                    last / first, logged, all.size(), Files.size(folder.ledger()), check.broken().orElse(""), check.findings());
            answer(row, List.of(String.format(Locale.ROOT,
                    "%d days, %d entries; heap after a collection %.1f MB on day %d, %.1f MB at the end: "
                    + "%.2f times, at most %.2f", days, row.entries(), row.heapFirst(), FIRST_LOOK, row.heapLast(), row.heapRatio(), worst),
                    String.format(Locale.ROOT, "opening the bench %.0f ms at first, %.0f ms at last: %.2f times", first, last,
                            row.startRatio()),
                    String.format(Locale.ROOT, "log %.1f MB in %d files; ledger %.0f MB, %s, %d findings", logged / 1e6, all.size(), row
                            .ledgerBytes() / 1e6, row.broken().isEmpty() ? "verified" : row.broken(), row.findings().size())));
        }
    }

    private Workbench opened(DataFolder folder) {
        ComputerProbe computer = _ -> new ComputerProbe.ComputerFacts(true, 100_000_000_000L, true, 1, "measured");
        return new Workbench(new Workbench.Setup("A bench", folder, wall, () -> real, () -> wall, _ -> World.real(computer,
                new ScriptedUsb(),
                SimulatedDevice::new), front::add));
    }

    /** How long a further look at the same books takes to open, milliseconds. */
    private double start(DataFolder folder) {
        return Took.median(3, _ -> {
            try (Ledger ledger = Ledger.openReadOnly(folder.ledger())) {
                ledger.ofOpenTickets();
            }
        });
    }

    /** Devices come and go; then the computer sleeps, the clock is put forward in March and back in October, and something fails often. */
    private void day(Workbench bench, int day) {
        for (int i = 0; i < tickets; i++) {
            String number = done(bench, bench.commands().open(new Open("Device " + day + "-" + i, false))).orThrow().number();
            append(bench, number, new TicketEvent.FactRecorded("trouble", "looping"), new TicketEvent.FactRecorded("ownership", "proved"),
                    new TicketEvent.Identified("iPhone14,5", "by the number"));
            passes(bench, Duration.ofMinutes(30));
            append(bench, number, new TicketEvent.RouteChosen("force-restart"), new TicketEvent.StepTried("force-restart", true),
                    new TicketEvent.Closed(Said.of("handed-over")));
        }
        for (int i = 0; i < LOGGED; i++) {
            LogFile.failed("a year", new IOException("something failed for the " + i + "th time"));
        }
        wall = wall.plus(Duration.ofHours(17)); // real time stands still meanwhile
        if (day == 83 || day == 293) {
            wall = wall.plus(day == 83 ? Duration.ofHours(1) : Duration.ofHours(-1));
        }
        passes(bench, Duration.ofHours(1));
    }

    private void append(Workbench bench, String number, TicketEvent... events) {
        List<LedgerEntry> _ = done(bench, bench.tickets().append(number, List.of(events)));
    }

    private void passes(Workbench bench, Duration time) {
        real += time.toNanos();
        wall = wall.plus(time);
        bench.tick();
        work();
    }

    private <T> T done(Workbench bench, CompletableFuture<T> asked) {
        while (!asked.isDone()) {
            work();
            bench.tick();
        }
        return asked.join();
    }

    private void work() {
        try {
            for (Runnable come = front.poll(1, TimeUnit.MILLISECONDS); come != null; come = front.poll()) {
                come.run();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }

    private static double heap() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        Runtime vm = Runtime.getRuntime();
        return (vm.totalMemory() - vm.freeMemory()) / 1e6;
    }
}
