package wistaxis.measure;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.books.ServerFile;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.ServerAddress;

@Command(name = "shared", mixinStandardHelpOptions = true,
        description = "How soon what several benches append is on the server, and seen at the others; the ledger is verified at the end.")
public final class BenchShared extends Output {
    /** Entries of a ticket, as of a usual one. Ours. */
    private static final int OF_TICKET = 40;

    /** Seconds before it counts: all of these programs begin at once on one machine. Ours. */
    private static final int WARM = 15;

    @Option(names = "--at", paramLabel = "ADDRESS", required = true, description = "a database that is ready for it, of no shop")
    private String at = "";

    @Option(names = "--password-file", paramLabel = "FILE", description = "file with its password")
    private @Nullable Path password;

    @Option(names = "--benches", paramLabel = "N", defaultValue = "8", description = "how many, each a process")
    private int benches;

    @Option(names = "--seconds", paramLabel = "S", defaultValue = "120", description = "for how long")
    private int seconds;

    @Option(names = "--each", paramLabel = "N", defaultValue = "5", description = "appends a second of each bench")
    private int each;

    @Option(names = "--bench", paramLabel = "NAME", hidden = true, description = "is one of the benches")
    private @Nullable String bench;

    /** Milliseconds: half and 19 of 20 appends, half and 19 of 20 times that another bench saw one. */
    private record Row(int appends, double append50, double append95, int seen, double seen50, double seen95, long entries,
            boolean whole) {}

    private Engine open(String name) {
        return LedgerServer.found().open(ServerAddress.parse(at), password == null ? null : ServerFile.password(password), name, 3);
    }

    @Override
    public void run() {
        if (bench != null) {
            work(bench);
            return;
        }
        List<double[]> all = all(IntStream.range(0, benches).mapToObj(i -> start("bench " + i)).toList());
        double[] appends = all.get(0);
        double[] seen = all.get(1);
        try (Ledger ledger = Ledger.look(open("looks"))) {
            LedgerCheck check = ledger.check(null, Instant.now());
            Row row = new Row(appends.length, at(appends, 0.5), at(appends, 0.95), seen.length, at(seen, 0.5), at(seen, 0.95),
                    check.entries(),
                    check.broken().isEmpty());
            answer(row, List.of(String.format(Locale.ROOT, "%d benches, %d appends: half within %.1f ms, 95 %% within %.1f ms",
                    benches, row.appends(), row.append50(), row.append95()), String.format(Locale.ROOT,
                    "seen at others %d times: half within %.1f ms, 95 %% within %.1f ms", row.seen(), row.seen50(), row.seen95()),
                    String.format(Locale.ROOT, "%d entries, %s", row.entries(), row.whole() ? "the chain holds, no gap" : "BROKEN")));
        }
    }

    private static double at(double[] sorted, double part) {
        return sorted.length == 0 ? 0 : sorted[(int) Math.min(sorted.length - 1, Math.round(part * sorted.length))];
    }

    private Process start(String name) {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-cp", System.getProperty(
                "java.class.path"), Main.class.getName(), "bench", "shared", "--at", at, "--seconds", "" + seconds, "--each", "" + each,
                "--bench", name));
        if (password != null) {
            command.addAll(List.of("--password-file", password.toString()));
        }
        try {
            return new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Appends and sightings of all, sorted. */
    private static List<double[]> all(List<Process> running) {
        List<List<Double>> both = List.of(new ArrayList<>(), new ArrayList<>());
        for (Process p : running) {
            try (var out = p.inputReader()) {
                for (String line = out.readLine(); line != null; line = out.readLine()) {
                    both.get(line.startsWith("seen ") ? 1 : 0).add(Double.valueOf(line.substring(line.indexOf(' ') + 1)));
                }
            } catch (IOException e) {
                throw new Refusal("a bench ended: " + e.getMessage());
            }
        }
        return both.stream().map(l -> l.stream().mapToDouble(d -> d).sorted().toArray()).toList();
    }

    /** One bench: appends so often, and looks whenever it hears of something. */
    private void work(String name) {
        List<Double> took = new CopyOnWriteArrayList<>();
        List<Double> saw = new ArrayList<>();
        Semaphore heard = new Semaphore(0);
        try (KeptLedger ledger = KeptLedger.open(open(name), Instant::now)) {
            ledger.listen(heard::release);
            long[] last = {ledger.last().map(LedgerEntry::number).orElse(0L)};
            Thread looking = Thread.ofPlatform().daemon().start(() -> look(ledger, name, heard, last, saw));
            String ticket = "";
            long begun = System.nanoTime();
            for (int i = -WARM * each; i < seconds * each; i++) {
                sleep(begun + (i + WARM * each) * 1_000_000_000L / each - System.nanoTime());
                if (Math.floorMod(i, OF_TICKET) == 0 || ticket.isEmpty()) {
                    ticket = ledger.openTicket(new TicketEvent.Opened("Tray of " + name, true), Instant.now()).join().ticket();
                }
                long asked = System.nanoTime();
                ledger.append(ticket, 0, List.of(new TicketEvent.FactRecorded("deviceWords", "look " + i)), Instant.now())
                        .whenComplete((_, e) -> took.add(e == null ? (System.nanoTime() - asked) / 1e6 : 1e9));
                if (i == 0) { // what came before is the program warming up
                    took.clear();
                    synchronized (saw) {
                        saw.clear();
                    }
                }
            }
            sleep(2_000_000_000L);
            looking.interrupt();
        }
        took.forEach(t -> out().println("append " + t));
        synchronized (saw) {
            saw.forEach(s -> out().println("seen " + s));
        }
        out().flush();
    }

    private static void look(KeptLedger ledger, String name, Semaphore heard, long[] last, List<Double> saw) {
        while (true) {
            try {
                heard.acquire();
            } catch (InterruptedException e) {
                return;
            }
            heard.drainPermits();
            Instant now = Instant.now();
            for (LedgerEntry e : ledger.since(last[0])) {
                last[0] = e.number();
                if (e.wall() != null && !name.equals(e.bench())) {
                    synchronized (saw) {
                        saw.add(Duration.between(e.wall(), now).toNanos() / 1e6);
                    }
                }
            }
        }
    }

    private static void sleep(long nanos) {
        try {
            Thread.sleep(Duration.ofNanos(Math.max(0, nanos)));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
