package wistaxis.measure;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Sha256;
import wistaxis.core.practice.Measured;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.practice.PracticeBook;
import wistaxis.store.settings.Settings;

@Command(name = "kills", mixinStandardHelpOptions = true,
        description =
        "A scripted day at the bench in a process of its own, killed at a random moment, again and again: what it had acknowledged is "
        + "there.")
final class BenchKills extends Output {
    /** After so many rounds a new folder is begun, so that looking does not grow with the square of the rounds. */
    private static final int ROUNDS_A_FOLDER = 25;

    /** It is killed while it does what comes after so many acknowledged things, at most, and so many milliseconds. */
    private static final int MOST_LINES = 60;
    private static final int LONGEST_MILLIS = 20;

    @Option(names = "--rounds", paramLabel = "N", defaultValue = "100", description = "how often it is killed")
    private int rounds;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "of the random moments")
    private long seed;

    @Option(names = "--shared", description = "two benches on one server's ledger: benches and server are killed, wires cut, clocks moved")
    private boolean shared;

    private record Row(int kills, long entries, long files, long measurements, int lost, List<String> losses) {}

    @Override
    public void run() {
        Progress progress = progress("killing " + rounds + " times");
        if (shared) {
            shared(progress);
            return;
        }
        Tally tally = new Tally();
        SplittableRandom random = new SplittableRandom(seed);
        Path folder = null;
        try {
            for (int i = 0; i < rounds; i++) {
                if (i % ROUNDS_A_FOLDER == 0) {
                    remove(folder);
                    folder = Files.createTempDirectory("wistaxis-kills");
                    tally.newFolder();
                }
                round(folder, 1 + random.nextInt(MOST_LINES), random.nextInt(LONGEST_MILLIS), tally);
                progress.accept((i + 1) / (double) rounds);
            }
            remove(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refusal("stopped");
        }
        Row row = new Row(rounds, tally.entries, tally.files, tally.measurements, tally.losses.size(), List.copyOf(tally.losses));
        answer(row, List.of(String.format(Locale.ROOT, "%d kills; acknowledged: %d entries, %d files, %d measurements; lost: %d",
                row.kills(), row.entries(), row.files(), row.measurements(), row.lost()),
                String.join("\n", row.losses())));
        if (row.lost() > 0) {
            throw new Refusal("what was acknowledged is not there");
        }
    }

    private void shared(Progress progress) {
        KillsShared.Row row = new KillsShared(seed).run(rounds, progress::accept);
        answer(row, List.of(String.format(Locale.ROOT,
                "%d rounds %s; acknowledged %d, %d of them while the server was away, %d decided; lost %s, "
                + "twice %s; %d entries, chain %s", row.rounds(), row.kinds(), row.acknowledged(), row.keptWithout(), row.decided(),
                        row.lost(),
                row.twice(), row.entries(), row.broken().isEmpty() ? "whole" : row.broken())));
        if (!row.good()) {
            throw new Refusal("what was acknowledged is not there once");
        }
    }

    /** What was acknowledged, and what of it was not found. */
    private static final class Tally {
        private long entries;
        private long files;
        private long measurements;
        private int inBook;
        private final Set<String> digests = new HashSet<>();
        private final List<String> losses = new ArrayList<>();

        void newFolder() {
            digests.clear();
            inBook = 0;
        }
    }

    private void round(Path folder, int lines, int millis, Tally tally) throws IOException, InterruptedException {
        Process day = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "--enable-native-access=ALL-UNNAMED", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-Xshare:auto",
                "-cp", System.getProperty("java.class.path"), Main.class.getName(), "bench", "kills-day", "--data", folder.toString())
                .redirectError(ProcessBuilder.Redirect.INHERIT).start();
        List<String> said = new ArrayList<>();
        Map<String, String> files = new HashMap<>();
        try (BufferedReader out = day.inputReader()) {
            String first = out.readLine();
            if (!"ready".equals(first)) {
                throw new Refusal("the day did not begin: [" + first + "]");
            }
            for (String line = out.readLine(); line != null; line = out.readLine()) {
                said.add(line);
                if (said.size() == lines) {
                    Thread.ofVirtual().start(() -> killLater(day, millis));
                }
            }
        }
        day.waitFor();
        for (String line : said) {
            String[] words = line.split(" ");
            if (!line.matches("entry [0-9a-f]{64}|file \\S+ \\S+|measured 1")) {
                continue; // killed in the middle of saying it
            }
            switch (words[0]) {
                case "entry" -> {
                    tally.entries++;
                    tally.digests.add(words[1]);
                }
                case "file" -> {
                    tally.files++;
                    files.put(words[1], words[2]);
                }
                default -> {
                    tally.measurements++;
                    tally.inBook++;
                }
            }
        }
        look(folder, files, tally);
    }

    private static void killLater(Process day, int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException _) {
            // at once, then
        }
        day.toHandle().destroyForcibly(); // by its handle: what it said is still to be read
    }

    private static void look(Path root, Map<String, String> files, Tally tally) throws IOException {
        DataFolder folder = new DataFolder(root);
        try (Ledger ledger = Ledger.openReadOnly(folder.ledger())) {
            Set<String> there = ledger.entries().stream().map(LedgerEntry::digest).collect(Collectors.toSet());
            tally.digests.stream().filter(d -> !there.contains(d)).forEach(d -> tally.losses.add("entry " + d));
            LedgerCheck check = ledger.check(LedgerSeen.read(folder.seen()), Instant.now());
            check.broken().ifPresent(b -> tally.losses.add("chain: " + b));
            check.findings().forEach(f -> tally.losses.add("meaning: " + f));
        }
        for (Map.Entry<String, String> file : files.entrySet()) {
            Path path = root.resolve(file.getKey());
            boolean replaced = !file.getKey().startsWith("exports/"); // a later version of it may be there, as whole
            if (!Files.exists(path) || !replaced && !Sha256.of(path).equals(file.getValue())) {
                tally.losses.add("file " + file.getKey());
            } else if (replaced) {
                Settings.parse(OutsideFile.text(path, "settings", 1), file.getKey());
            }
        }
        try (PracticeBook book = PracticeBook.open(folder.practice())) {
            if (book.measured("Robin").size() < tally.inBook) {
                tally.losses.add("measurements: " + book.measured("Robin").size() + " of " + tally.inBook);
            }
        }
    }

    private static void remove(@Nullable Path folder) throws IOException {
        if (folder != null) {
            new Scratch(folder).close();
        }
    }

    /** What the process does that is killed: a day of tickets, a line for each thing that is safe. */
    @Command(name = "kills-day", hidden = true)
    static final class Day extends Output {
        private static final List<TicketEvent> WAY = List.of(new TicketEvent.FactRecorded("trouble", "unavailable"),
                new TicketEvent.FactRecorded("ownership", "proved"), new TicketEvent.FactRecorded("liquid", "no"),
                new TicketEvent.Identified("iPhone13,2", "by the number"),
                new TicketEvent.ConsentAsked("recovery-restore", true, "owner", "no backup"),
                new TicketEvent.RouteChosen("recovery-restore"),
                new TicketEvent.BuildChosen("31.10", "31K88", "a".repeat(64), 1000, "newest"),
                new TicketEvent.FirmwareVerified("31K88", "packages/x.zip", 6, "a".repeat(64), "signed"),
                new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted("31K88"), new TicketEvent.StageReached("check"),
                new TicketEvent.StageReached("send"), new TicketEvent.Restored("31.10"),
                new TicketEvent.CheckAnswered("account-lock", "owner signed in"), new TicketEvent.Closed(Said.of("handed-over")));

        @Option(names = "--data", required = true)
        private Path data = Path.of("");

        @Override
        public void run() {
            DataFolder folder = DataFolder.open(data);
            try (FolderHold _ = FolderHold.take(data); LedgerStore ledger = KeptLedger.open(folder.ledger()); PracticeBook book =
                    PracticeBook.open(folder.practice())) {
                folder.tidy();
                try (Stream<Path> left = Files.walk(data)) {
                    left.filter(WholeFile::isTemporary).findAny().ifPresent(p -> {
                        throw new IllegalStateException("left: " + p);
                    });
                }
                Files.createDirectories(folder.exports());
                say("ready");
                for (int day = 0; ; day++) {
                    ticket(folder, ledger, book, day);
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        private void ticket(DataFolder folder, LedgerStore ledger, PracticeBook book, int day) throws IOException {
            LedgerEntry last = ledger.openTicket(new TicketEvent.Opened("Scripted phone " + day, false), Instant.now()).join();
            say("entry " + last.digest());
            List<CompletableFuture<List<LedgerEntry>>> asked = new ArrayList<>();
            for (TicketEvent event : WAY) {
                asked.add(ledger.append(last.ticket(), last.number(), List.of(event), Instant.now()));
            }
            for (CompletableFuture<List<LedgerEntry>> acknowledged : asked) {
                last = acknowledged.join().getFirst();
                say("entry " + last.digest());
            }
            Settings.USUAL.prefer("waiting", "skip " + day).write(folder.settings());
            say("file settings.json " + day);
            book.add("Robin", new Measured(Measured.What.LIGHT, 0.2, 0), Instant.now());
            say("measured 1");
            if (day % 4 == 0) {
                Path export = folder.exports().resolve("ledger-" + last.number() + ".json");
                List<LedgerEntry> entries = ledger.of(last.ticket());
                LedgerExport.JSON.write(entries::forEach, export);
                say("file exports/" + export.getFileName() + " " + Sha256.of(export));
                new LedgerSeen(last.number(), last.digest(), Instant.now()).write(folder.seen());
            }
        }

        private void say(String line) {
            out().println(line);
        }
    }
}
