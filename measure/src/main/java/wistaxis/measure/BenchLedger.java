package wistaxis.measure;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.function.DoubleConsumer;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerSeen;

@Command(name = "ledger", mixinStandardHelpOptions = true,
        description =
        "A ledger of many closed tickets of about 30 entries each, made for this and thrown away: starting beside an empty one, "
        + "searching, opening, appending, verifying.")
final class BenchLedger extends Output {
    private static final int TICKETS_A_TRANSACTION = 500;
    private static final int OPEN = 20;
    private static final int LOOKS = 300;
    private static final int APPENDS = 300;
    private static final List<String> DEVICES_SEEN = List.of("iPhone13,2", "iPhone14,5", "iPad12,1", "iPhone10,1", "iPhone8,1", "iPad13,1");
    private static final List<String> WORDS = List.of("restored", "written 31.10", "did not help", "update", "consent keeper", "boot logo",
            "proven signed", "trolley");

    @Option(names = "--tickets", paramLabel = "N", defaultValue = "100000", description = "how many closed tickets")
    private int tickets;

    @Option(names = "--rounds", paramLabel = "N", defaultValue = "5", description = "how many starts of each kind, one beside the other")
    private int rounds;

    /** Times in milliseconds, heap in megabytes; ratios are of medians, the long ledger to the empty one. */
    private record Row(
            long entries, double megabytes, double madeSeconds, double startEmpty, double startLong, double startRatio, double heapEmpty,
            double heapLong, double heapRatio,
            double searchP95, double openP95, double appendP95, double verifyPerSecond, double verifyHeapMegabytes) {}

    /** @param millis of one start @param heap in use after it, megabytes */
    record Start(double millis, double heap) {}

    @Override
    public void run() {
        if (tickets < 1 || tickets > 1_000_000 || rounds < 1) {
            throw new BadInput("--tickets [" + tickets + "] --rounds [" + rounds + "]: write 1 to 1000000 tickets, and at least one round");
        }
        try (Scratch scratch = Scratch.make("ledger")) {
            measure(scratch.root());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
    }

    private void measure(Path root) throws IOException, InterruptedException {
        Path full = root.resolve("long");
        Path empty = root.resolve("empty");
        long began = System.nanoTime();
        make(full, tickets);
        double made = (System.nanoTime() - began) / 1e9;
        make(empty, 0);
        List<Start> starts = new ArrayList<>();
        List<Start> ofEmpty = new ArrayList<>();
        for (int i = 0; i < rounds; i++) {
            ofEmpty.add(start(empty));
            starts.add(start(full));
        }
        long entries;
        double search;
        double open;
        double append;
        try (KeptLedger ledger = KeptLedger.open(new DataFolder(full).ledger())) {
            entries = ledger.last().orElseThrow().number();
            SplittableRandom random = new SplittableRandom(1);
            search = Took.p95(LOOKS, n -> ledger.find(query(random), Long.MAX_VALUE, 100));
            open = Took.p95(LOOKS, n -> Ticket.fold(ledger.of(name(1 + random.nextInt(tickets)))));
            append = Took.p95(APPENDS, n -> ledger.append(name(tickets + 1), 0,
                    List.of(new TicketEvent.FactRecorded("deviceWords", "said " + n)), Instant.now()).exceptionally(e -> List.of()).join());
        }
        String[] verified = call("-Xmx200m", "bench", "ledger-verify", "--data", full.toString()).split(" ");
        double startRatio = median(starts, true) / median(ofEmpty, true);
        double heapRatio = median(starts, false) / median(ofEmpty, false);
        Row row = new Row(entries, Files.size(new DataFolder(full).ledger()) / 1e6, made, median(ofEmpty, true), median(starts, true),
                startRatio, median(ofEmpty, false), median(starts, false),
                heapRatio, search, open, append, Double.parseDouble(verified[0]), Double.parseDouble(verified[1]));
        answer(row, words(row));
    }

    private List<String> words(Row r) {
        return List.of(String.format(Locale.ROOT, "%d tickets, %d entries, %.0f MB, made in %.0f s", tickets, r.entries(), r.megabytes(),
                r.madeSeconds()),
                String.format(Locale.ROOT,
                "start, its own process, median of %d   %6.0f ms beside %.0f ms with an empty ledger: %.2f times", rounds, r.startLong(),
                r.startEmpty(), r.startRatio()),
                String.format(Locale.ROOT, "heap in use after the start            %6.1f MB beside %.1f MB: %.2f times", r.heapLong(),
                r.heapEmpty(), r.heapRatio()),
                String.format(Locale.ROOT, "search, a page of 100, p95             %6.1f ms", r.searchP95()),
                String.format(Locale.ROOT, "an old ticket opened, p95              %6.1f ms", r.openP95()),
                String.format(Locale.ROOT, "append, acknowledged, p95              %6.1f ms", r.appendP95()),
                String.format(Locale.ROOT, "verify, with at most 200 MB            %6.0f entries a second, %.0f MB at its end",
                r.verifyPerSecond(), r.verifyHeapMegabytes()));
    }

    static double median(List<Start> starts, boolean time) {
        double[] all = starts.stream().mapToDouble(time ? Start::millis : Start::heap).sorted().toArray();
        return all[all.length / 2];
    }

    private String query(SplittableRandom random) {
        return switch (random.nextInt(4)) {
            case 0 -> WORDS.get(random.nextInt(WORDS.size()));
            case 1 -> name(1 + random.nextInt(tickets));
            case 2 -> DEVICES_SEEN.get(random.nextInt(DEVICES_SEEN.size())) + " restored";
            default -> Instant.EPOCH.plus(Duration.ofDays(18_000 + random.nextInt(700))).toString().substring(0, 10);
        };
    }

    private static String name(long nr) {
        return String.format(Locale.ROOT, "T-%04d", nr);
    }

    /** A process of its own opens the bench as the window does, and says how long that took and what it holds. */
    static Start start(Path folder, String... further) throws IOException, InterruptedException {
        List<String> args = new ArrayList<>(List.of("bench", "ledger-start", "--data", folder.toString()));
        args.addAll(List.of(further));
        String[] said = call("-Xmx512m", args.toArray(String[]::new)).split(" ");
        return new Start(Double.parseDouble(said[0]), Double.parseDouble(said[1]));
    }

    private static String call(String heap, String... args) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED", "-XX:+UseSerialGC", heap, "-cp",
                System.getProperty("java.class.path"), Main.class.getName()));
        command.addAll(Arrays.asList(args));
        Process process = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
        try (BufferedReader out = process.inputReader()) {
            String said = out.readLine();
            if (process.waitFor() != 0 || said == null) {
                throw new Refusal("[" + String.join(" ", args) + "] did not work");
            }
            return said;
        }
    }

    private void make(Path root, int many) {
        make(root, many, progress("making " + many + " tickets"));
    }

    /** A data folder with so many closed tickets, and some that are open. */
    static void make(Path root, int many, DoubleConsumer progress) {
        DataFolder folder = DataFolder.open(root);
        Instant[] wall = {Instant.EPOCH.plus(Duration.ofDays(18_000))};
        try (Ledger ledger = Ledger.open(folder.ledger(), () -> wall[0])) {
            for (int done = 0; done < many; done += TICKETS_A_TRANSACTION) {
                int first = done;
                ledger.together(l -> {
                    for (int i = first; i < Math.min(many, first + TICKETS_A_TRANSACTION); i++) {
                        ticket(l, i, wall, true);
                    }
                    return true;
                });
                progress.accept(done / (double) many);
            }
            ledger.together(l -> {
                for (int i = 0; i < OPEN; i++) {
                    ticket(l, i, wall, false);
                }
                return true;
            });
            ledger.last().ifPresent(e -> {
                try {
                    new LedgerSeen(e.number(), e.digest(), Instant.now()).write(folder.seen());
                } catch (IOException x) {
                    throw new UncheckedIOException(x);
                }
            });
        }
    }

    private static void ticket(Ledger.Appender ledger, int i, Instant[] wall, boolean closed) {
        String number = ledger.openTicket(new TicketEvent.Opened("School trolley, tablet " + i, true), wall[0]).ticket();
        boolean helps = i % 5 != 0;
        List<TicketEvent> way = new ArrayList<>();
        List.of("trouble=looping", "ownership=proved", "liquid=no", "battery=ok", "brokenKeys=none", "blacklisted=no", "backup=cloud",
                "tried=charge,force-restart", "ownerPassword=yes")
                .forEach(f -> way.add(new TicketEvent.FactRecorded(f.substring(0, f.indexOf('=')), f.substring(f.indexOf('=') + 1))));
        way.addAll(List.of(new TicketEvent.Identified(DEVICES_SEEN.get(i % DEVICES_SEEN.size()), "by the number"),
                new TicketEvent.ConsentAsked("recovery-restore", true, "keeper", "a cloud backup"),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.BuildChosen("31.10", "31K88", "a".repeat(64), 35_000_000,
                "Newest signed build."),
                new TicketEvent.Downloaded("31K88", 35_000_000, 12),
                new TicketEvent.FirmwareVerified("31K88", "packages/x.zip", 6, "a".repeat(64), "signed"),
                new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", true, Said.of("recovery-seen"),
                List.of()), new TicketEvent.ModeEntered(Mode.RECOVERY),
                new TicketEvent.RestoreStarted("31K88")));
        List.of("check", "extract", "prepare", "sign", "send", "greeting").forEach(s -> way.add(new TicketEvent.StageReached(s)));
        way.add(new TicketEvent.Restored("31.10"));
        way.add(new TicketEvent.StepTried("recovery-restore", helps));
        if (closed) {
            way.add(new TicketEvent.Closed(helps ? Said.of("restored", "version", "31.10") : Said.of("to-hardware")));
        }
        for (TicketEvent e : way) {
            wall[0] = wall[0].plusSeconds(20);
            ledger.append(number, e, wall[0]);
        }
    }

    static double heapMegabytes() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1e6;
    }

    /** What a process does that only opens the bench. */
    @Command(name = "ledger-start", hidden = true)
    static final class StartOnly extends Output {
        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        @Option(names = "--real")
        private boolean real;

        @Override
        public void run() {
            long began = System.nanoTime();
            try (BenchAlone bench = new BenchAlone(DataFolder.open(data), real)) {
                double took = (System.nanoTime() - began) / 1e6;
                out().println(String.format(Locale.ROOT, "%.1f %.2f %d", took, heapMegabytes(), bench.open()));
            }
        }
    }

    /** What a process does that verifies in little memory. */
    @Command(name = "ledger-verify", hidden = true)
    static final class VerifyOnly extends Output {
        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        private @Nullable Double peak;

        @Override
        public void run() {
            DataFolder folder = new DataFolder(data);
            try (Ledger ledger = Ledger.openReadOnly(folder.ledger())) {
                long began = System.nanoTime();
                long entries = ledger.check(LedgerSeen.read(folder.seen()), Instant.now()).entries();
                double rate = entries / ((System.nanoTime() - began) / 1e9);
                peak = heapMegabytes();
                out().println(String.format(Locale.ROOT, "%.0f %.1f", rate, peak));
            }
        }
    }
}
