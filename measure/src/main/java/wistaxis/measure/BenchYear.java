package wistaxis.measure;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command.Open;
import wistaxis.desktop.view.shell.Shell;
import wistaxis.measure.BenchLedger.Start;
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
        + "computer sleeps, summer time, a log that turns; with --shown its window, which shows pages each day; with --fill a drive "
        + "that is full now and then. Heap after a collection, files, and the start beside that after the first day.")
final class BenchYear extends Output {
    private static final int OPEN_DAYS = 21;
    private static final int FIRST_LOOK = 30;
    private static final int LOOKS = 10;
    private static final int LOGGED = 400;
    private static final int STARTS = 9;
    private static final int FILL_DAYS = 49;
    private static final int MOST_TRIED = 20_000;
    private static final long MOST_FILLED = 1_000_000_000;
    private static final Instant BEGIN = Instant.parse("2026-01-05T08:00:00Z");

    @Option(names = "--days", paramLabel = "N", defaultValue = "300", description = "how many")
    private int days;

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "12", description = "a day")
    private int tickets;

    @Option(names = "--shown", description = "with a window, drawn without a display")
    private boolean window;

    @Option(names = "--fill", paramLabel = "DIR", description = "an empty drive of at most 1 GB of its own, where the data go; it is "
            + "filled to its end each seventh week and freed again")
    private @Nullable Path fill;

    /** Heap in MB, starts in milliseconds. */
    private record Row(int days, long entries, int filled, int refused, double heapFirst, double heapLast, double heapRatio,
            double heapWorstRatio, double startFirst, double startLast, double startRatio, long logBytes, int logFiles, long ledgerBytes,
            String broken, List<String> findings) {
        List<String> words() {
            return List.of(said("%d days, %d entries; heap after a collection %.1f MB on day %d, %.1f at the end: %.2f times, at most %.2f",
                    days, entries, heapFirst, FIRST_LOOK, heapLast, heapRatio, heapWorstRatio),
                    said("start, its own process, median of %d: %.0f ms after the first day, %.0f after the last, side by side: %.2f times",
                    STARTS, startFirst, startLast, startRatio),
                    said("the drive was full %d times: %d entries refused, each said", filled, refused),
                    said("log %.1f MB in %d files; ledger %.0f MB, %s, %d findings", logBytes / 1e6, logFiles, ledgerBytes / 1e6,
                    broken.isEmpty() ? "verified" : broken, findings.size()));
        }

        private static String said(String form, Object... values) {
            return String.format(Locale.ROOT, form, values);
        }
    }

    private final LinkedBlockingQueue<Runnable> front = new LinkedBlockingQueue<>();
    private int filled;
    private int refused;
    private @Nullable Shell shell;
    private long real = 1;
    private Instant wall = BEGIN;

    @Override
    public void run() {
        try (Scratch scratch = fill == null ? Scratch.make("year") : Scratch.in(small(fill))) {
            if (window) {
                Screenshots.startHeadless();
                Platform.setImplicitExit(false); // its window is closed and opened again
            }
            DataFolder folder = DataFolder.open(scratch.root().resolve("shop"));
            try (LogFile _ = LogFile.begin(folder.log())) {
                year(folder, scratch.root().resolve("first-day"));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        } finally {
            Platform.exit();
        }
    }

    private static Path small(Path drive) throws IOException {
        if (Files.getFileStore(drive).getTotalSpace() <= MOST_FILLED) {
            return drive;
        }
        throw new BadInput("[" + drive + "] is on a drive of more than 1 GB: nothing so large is filled");
    }

    /** @param first where the first day's end is kept */
    private void year(DataFolder folder, Path first) throws IOException, InterruptedException {
        Progress progress = progress("living " + days + " days");
        List<Double> heap = new ArrayList<>();
        Workbench bench = opened(folder);
        for (int day = 0; day < days; day++) {
            if (day == 1 || day > 0 && day % OPEN_DAYS == 0) {
                close(bench);
                if (day == 1) {
                    copy(folder.root(), first);
                }
                bench = opened(folder);
            }
            day(bench, day);
            if (fill != null && day % FILL_DAYS == FILL_DAYS - 1) {
                full(bench, folder.root().resolveSibling("ballast"));
            }
            if (day >= FIRST_LOOK && day % LOOKS == 0) {
                heap.add(BenchLedger.heapMegabytes());
            }
            progress.accept((day + 1) / (double) days);
        }
        close(bench);
        List<Start> atFirst = new ArrayList<>();
        List<Start> atLast = new ArrayList<>();
        for (int i = 0; i < STARTS; i++) {
            atFirst.add(BenchLedger.start(first, "--real"));
            atLast.add(BenchLedger.start(folder.root(), "--real"));
        }
        try (Ledger ledger = Ledger.openReadOnly(folder.ledger()); Stream<Path> logs = Files.list(folder.log().getParent())) {
            LedgerCheck check = ledger.check(null, wall.plus(Duration.ofDays(1)));
            long[] logged = logs.mapToLong(log -> log.toFile().length()).toArray();
            double before = BenchLedger.median(atFirst, true);
            double now = BenchLedger.median(atLast, true);
            Row row = new Row(days, check.entries(), filled, refused, heap.getFirst(), heap.getLast(), heap.getLast() / heap.getFirst(),
                    heap.stream().mapToDouble(h -> h / heap.getFirst()).max().orElse(1), before, now, now / before,
                    Arrays.stream(logged).sum(), logged.length, Files.size(folder.ledger()), check.broken().orElse(""), check.findings());
            answer(row, row.words());
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path each : all.toList()) {
                Files.copy(each, to.resolve(from.relativize(each).toString()));
            }
        }
    }

    private Workbench opened(DataFolder folder) {
        ComputerProbe computer = _ -> new ComputerProbe.ComputerFacts(true, 100_000_000_000L, true, 1, "measured");
        return at(() -> {
            Workbench bench = new Workbench(new Workbench.Setup("A bench", folder, wall, () -> real, () -> wall, _ -> World.real(computer,
                    new ScriptedUsb(), SimulatedDevice::new), front::add));
            if (window) {
                shell = new Shell(bench);
                Screenshots.show(shell);
            }
            return bench;
        });
    }

    private void close(Workbench bench) {
        at(() -> {
            if (shell != null) {
                shell.scene().getWindow().hide();
                shell.close();
            }
            bench.close();
            return bench;
        });
    }

    /** Does something where the bench is worked on. */
    private <T> T at(Supplier<T> what) {
        if (!window) {
            return what.get();
        }
        AtomicReference<T> made = new AtomicReference<>();
        Screenshots.onFx(() -> made.set(what.get()));
        return made.get();
    }

    /** Work goes on until something is refused; then there is room again, and the same is taken. */
    private void full(Workbench bench, Path ballast) throws IOException {
        String number = done(bench, () -> bench.commands().open(new Open("A full drive", false))).orThrow().number();
        try (OutputStream out = Files.newOutputStream(ballast)) {
            byte[] bytes = new byte[4096];
            while (true) {
                out.write(bytes);
            }
        } catch (IOException _) {
            filled++;
        }
        try {
            for (int i = 0; i < MOST_TRIED; i++) {
                append(bench, number, new TicketEvent.StepTried("force-restart", false));
            }
        } catch (CompletionException _) {
            refused++;
        }
        Files.delete(ballast);
        append(bench, number, new TicketEvent.StepTried("force-restart", true), new TicketEvent.Closed(Said.of("handed-over")));
    }

    /** What a technician looks at in between. */
    private void look(String number) {
        at(() -> {
            if (shell != null) {
                shell.showTicket(number);
                shell.scene().snapshot(null);
                shell.showBench();
                shell.scene().snapshot(null);
            }
            return number;
        });
    }

    /** Devices come and go; then the computer sleeps, the clock is put forward in March and back in October, and something fails often. */
    private void day(Workbench bench, int day) {
        for (int i = 0; i < tickets; i++) {
            String device = "Device " + day + "-" + i;
            String number = done(bench, () -> bench.commands().open(new Open(device, false))).orThrow().number();
            append(bench, number, new TicketEvent.FactRecorded("trouble", "looping"), new TicketEvent.FactRecorded("ownership", "proved"),
                    new TicketEvent.Identified("iPhone14,5", "by the number"));
            look(number);
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
        List<LedgerEntry> _ = done(bench, () -> bench.tickets().append(number, List.of(events)));
    }

    private void passes(Workbench bench, Duration time) {
        real += time.toNanos();
        wall = wall.plus(time);
        work(bench);
    }

    private <T> T done(Workbench bench, Supplier<CompletableFuture<T>> ask) {
        CompletableFuture<T> asked = at(ask);
        while (!asked.isDone()) {
            work(bench);
        }
        return asked.join();
    }

    private void work(Workbench bench) {
        try {
            Runnable first = front.poll(1, TimeUnit.MILLISECONDS);
            at(() -> {
                for (Runnable come = first; come != null; come = front.poll()) {
                    come.run();
                }
                bench.tick();
                return bench;
            });
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }
}
