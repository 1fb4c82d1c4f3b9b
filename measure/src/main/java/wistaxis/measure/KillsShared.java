package wistaxis.measure;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.DoubleConsumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.books.Books;
import wistaxis.store.books.ServerFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.testserver.HardServer;
import wistaxis.testserver.Server;
import wistaxis.testserver.Wire;

/** Two benches on one ledger while benches and server are killed, wires are cut and clocks are moved. */
final class KillsShared {
    /** A cut lasts so many seconds at most. Of the issue's. */
    private static final int LONGEST_CUT = 30;

    private final SplittableRandom random;
    private final Map<String, Integer> kinds = new TreeMap<>();

    KillsShared(long seed) {
        this.random = new SplittableRandom(seed);
    }

    /** @param twice what is in the ledger more often than it was done */
    record Row(int rounds, Map<String, Integer> kinds, int acknowledged, int keptWithout, int decided, List<String> lost,
            List<String> twice,
            long entries, String broken) {
        boolean good() {
            return lost.isEmpty() && twice.isEmpty() && broken.isEmpty();
        }
    }

    /** One bench: its process, and what it said. */
    private static final class Bench implements AutoCloseable {
        private final Path folder;
        final Wire wire;
        final Queue<String> acknowledged = new ConcurrentLinkedQueue<>();
        final Queue<String> opened = new ConcurrentLinkedQueue<>();
        private final AtomicLong kept = new AtomicLong();
        private final AtomicLong decided = new AtomicLong();
        private Process process;
        private Thread reader;

        Bench(Path root, HardServer server, String name) {
            this.wire = new Wire(server.address());
            this.folder = Server.joined(root, wire.address(), name);
            start();
        }

        void start() {
            try {
                process = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "--enable-native-access=ALL-UNNAMED", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-cp", System.getProperty(
                        "java.class.path"), Main.class.getName(), "bench", "kills-bench", "--data", folder.toString()).redirectError(
                        ProcessBuilder.Redirect.INHERIT).start();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            BufferedReader says = process.inputReader(StandardCharsets.UTF_8);
            reader = Thread.ofPlatform().daemon().start(() -> says.lines().filter(l -> l.endsWith(".")).forEach(this::said));
        }

        private void said(String line) {
            String[] words = line.split(" ");
            switch (words[0]) {
                case "opened" -> opened.add(words[1]);
                case "kept" -> {
                    kept.incrementAndGet();
                    acknowledged.add(words[1]);
                }
                case "done" -> acknowledged.add(words[1]);
                case "decided" -> decided.incrementAndGet();
                default -> { }
            }
        }

        void tells(String line) {
            new PrintStream(process.getOutputStream(), true, StandardCharsets.UTF_8).println(line);
        }

        void kill() {
            process.toHandle().destroyForcibly();
            joined(Duration.ofSeconds(20));
        }

        void joined(Duration within) {
            try {
                if (!process.waitFor(within.toSeconds(), TimeUnit.SECONDS)) {
                    throw new Refusal("a bench did not end");
                }
                reader.join();
            } catch (InterruptedException e) {
                throw new Refusal("stopped");
            }
        }

        @Override
        public void close() {
            process.destroyForcibly();
            wire.close();
        }
    }

    Row run(int rounds, DoubleConsumer progress) {
        try (Scratch data = Scratch.make("server"); Scratch scratch = Scratch.make("kills"); HardServer server = new HardServer(data.root()
                .resolve("data")); Bench a = new Bench(scratch.root(), server, "A"); Bench b = new Bench(scratch.root(), server, "B")) {
            pause(3_000);
            for (int i = 0; i < rounds; i++) {
                round(server, random.nextBoolean() ? a : b);
                pause(300 + random.nextInt(1_500));
                progress.accept((i + 1) / (double) rounds);
            }
            for (Bench bench : List.of(a, b)) {
                bench.tells("end");
                bench.joined(Duration.ofMinutes(3));
            }
            return found(rounds, server, List.of(a, b));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void round(HardServer server, Bench bench) {
        String kind = List.of("bench killed", "server killed", "wire cut", "clock moved").get(random.nextInt(4));
        kinds.merge(kind, 1, Integer::sum);
        switch (kind) {
            case "bench killed" -> {
                bench.kill();
                bench.start();
            }
            case "server killed" -> {
                server.kill();
                pause(random.nextInt(3_000));
                server.start();
            }
            case "wire cut" -> {
                bench.wire.cut();
                pause(1_000 + random.nextInt((LONGEST_CUT - 1) * 1_000));
                bench.wire.mend();
            }
            default -> bench.tells("clock " + (random.nextInt(7_200) - 3_600));
        }
    }

    private Row found(int rounds, HardServer server, List<Bench> benches) {
        List<String> lost = new ArrayList<>();
        List<String> twice = new ArrayList<>();
        DataFolder folder = new DataFolder(benches.getFirst().folder);
        ServerFile place = ServerFile.read(folder).orElseThrow();
        new ServerFile(server.address().toString(), place.bench()).write(folder);
        try (Ledger ledger = Books.look(folder)) {
            List<LedgerEntry> entries = ledger.entries();
            Map<String, Long> marks = TicketEvent.TakenBack.left(entries).stream().filter(e ->
                    e.event() instanceof TicketEvent.FactRecorded)
                    .map(e -> ((TicketEvent.FactRecorded) e.event()).value()).collect(Collectors.groupingBy(m -> m, Collectors.counting()));
            marks.forEach((mark, n) -> {
                if (n > 1) {
                    twice.add(mark);
                }
            });
            entriesOpened(entries).forEach((title, n) -> {
                if (n > 1) {
                    twice.add(title);
                }
            });
            for (Bench bench : benches) {
                bench.acknowledged.stream().filter(m -> !marks.containsKey(m)).forEach(lost::add);
                bench.opened.stream().filter(t -> entries.stream().noneMatch(e -> e.ticket().equals(t))).forEach(lost::add);
            }
            int acknowledged = benches.stream().mapToInt(b -> b.acknowledged.size() + b.opened.size()).sum();
            return new Row(rounds, kinds, acknowledged, (int) benches.stream().mapToLong(b -> b.kept.get()).sum(), (int) benches.stream()
                    .mapToLong(b -> b.decided.get()).sum(), lost, twice, entries.size(), ledger.check(null, Instant.now()).broken().orElse(
                    ""));
        }
    }

    /** How often a ticket of a title was opened and not taken back. */
    private static Map<String, Long> entriesOpened(List<LedgerEntry> entries) {
        List<Long> gone = entries.stream().filter(e -> e.event() instanceof TicketEvent.TakenBack).flatMap(e -> ((TicketEvent.TakenBack) e
                .event()).entries().stream()).toList();
        return entries.stream().filter(e -> e.event() instanceof TicketEvent.Opened && !gone.contains(e.number())).map(e ->
                ((TicketEvent.Opened) e.event()).title()).collect(Collectors.groupingBy(t -> t, Collectors.counting()));
    }

    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What is killed: a bench that works on tickets of its own, and now and then on one of the other's. */
    @Command(name = "kills-bench", hidden = true)
    static final class Day extends Output {
        private static final int OF_TICKET = 30;
        private static final int SHARED = 12;

        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        private final AtomicLong leapt = new AtomicLong();
        private volatile boolean ends;
        private volatile List<String> others = List.of();

        private Instant now() {
            return Instant.now().plusSeconds(leapt.get());
        }

        @Override
        public void run() {
            Thread.ofPlatform().daemon().start(this::told);
            try (LedgerStore ledger = Books.atWork(DataFolder.open(data), this::now)) {
                Thread looking = Thread.ofPlatform().daemon().start(() -> look(ledger));
                for (int i = 0; !ends; i++) {
                    ticket(ledger, System.nanoTime() + "-" + i);
                }
                looking.interrupt();
                looking.join();
                ended(ledger);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        private void told() {
            try (BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8))) {
                for (String line = in.readLine(); line != null; line = in.readLine()) {
                    if (line.equals("end")) {
                        ends = true;
                    } else {
                        leapt.addAndGet(Long.parseLong(line.substring("clock ".length())));
                    }
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        private void ticket(LedgerStore ledger, String name) {
            String ticket = acknowledged(() -> ledger.openTicket(new TicketEvent.Opened(name, true), now()).join().ticket());
            if (ticket == null) {
                pause(200);
                return;
            }
            say("opened " + ticket);
            for (int i = 0; i < OF_TICKET && !ends; i++) {
                String mark = ledger.bench() + name + "-" + i;
                String on = i % SHARED == SHARED - 1 && !others.isEmpty() ? others.getLast() : ticket;
                List<LedgerEntry> before = ledger.of(on);
                boolean kept = ledger.kept() > 0;
                if (!before.isEmpty() && acknowledged(() -> ledger.append(on, before.getLast().number(),
                        List.of(new TicketEvent.FactRecorded(
                        "deviceWords", mark)), now()).join()) != null) {
                    say((kept ? "kept " : "done ") + mark);
                }
                pause(40);
            }
        }

        /** What was refused was not acknowledged: others have moved the ticket, or it waits for a decision. */
        private static <T> @Nullable T acknowledged(java.util.function.Supplier<T> work) {
            try {
                return work.get();
            } catch (CompletionException e) {
                return null;
            }
        }

        private void look(LedgerStore ledger) {
            long last = 0;
            while (!Thread.currentThread().isInterrupted()) {
                try {
                    List<LedgerEntry> more = ledger.more(last).entries();
                    last = more.isEmpty() ? last : more.getLast().number();
                    others = more.isEmpty() ? others : more.stream().filter(e -> !e.ofBench() && !String.valueOf(ledger.bench())
                            .equals(e.bench()))
                            .map(LedgerEntry::ticket).distinct().toList();
                } catch (ServerProblem _) {
                    // away
                }
                try {
                    Thread.sleep(400);
                } catch (InterruptedException e) {
                    return;
                }
            }
        }

        /** Until nothing is left in the journal. */
        private void ended(LedgerStore ledger) {
            for (boolean empty = false; !empty;) {
                try {
                    ledger.more(0);
                    for (LedgerStore.Held held : ledger.held()) {
                        ledger.decide(held.ticket(), true, now());
                        say("decided " + held.ticket());
                    }
                    empty = ledger.kept() == 0 && ledger.held().isEmpty();
                } catch (ServerProblem _) {
                    pause(500);
                }
            }
        }

        private void say(String line) {
            out().println(line + " .");
            out().flush();
        }
    }
}
