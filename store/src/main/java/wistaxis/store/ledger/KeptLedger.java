package wistaxis.store.ledger;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.Kinds;
import wistaxis.store.files.DiskProblem;

/**
 * A ledger with a thread that writes: what is asked for while it writes goes into the next transaction together, so that a burst of
 * events waits for the disk once. One kept connection writes, another reads.
 */
public final class KeptLedger implements LedgerStore {
    private static final int AT_ONCE = 200;

    private final Ledger writing;
    private final Ledger reading;
    private final BlockingQueue<Job> jobs = new LinkedBlockingQueue<>();
    private final Map<String, Long> mine = new HashMap<>();
    private final Thread writer;

    /** Something to be appended, and who waits for it. */
    private record Job(Work work, CompletableFuture<List<LedgerEntry>> done) {
        private static final Job END = new Job(_ -> List.of(), new CompletableFuture<>());
    }

    private interface Work {
        List<LedgerEntry> append(Ledger.Appender ledger);
    }

    private KeptLedger(Ledger writing, Ledger reading) {
        this.writing = writing;
        this.reading = reading;
        this.writer = Thread.ofPlatform().name("ledger").daemon().start(this::write);
    }

    /** See {@link Ledger#take}. */
    public void take(LedgerExport.Entries from) {
        writing.take(from, _ -> true);
    }

    /** See {@link Ledger#together}; not by its thread. */
    public <T> T together(Function<Ledger.Appender, T> work) {
        return writing.together(work);
    }

    /** See {@link Ledger#follow}; not by its thread, which appends only. */
    public void follow(List<LedgerEntry> more) {
        writing.follow(more);
    }

    /** Opens the ledger on the machine's clock. */
    public static KeptLedger open(Path file) {
        return open(file, Clock.systemUTC());
    }

    /** See {@link Ledger#open(Path, InstantSource)}. */
    public static KeptLedger open(Path file, InstantSource wall) {
        return open(Ledger.open(file, wall));
    }

    /** Opens a ledger that is kept in something else. */
    public static KeptLedger open(Engine engine, InstantSource wall) {
        return open(Ledger.open(engine, wall));
    }

    private static KeptLedger open(Ledger writing) {
        try {
            return new KeptLedger(writing, writing.beside());
        } catch (RuntimeException e) {
            writing.close();
            throw e;
        }
    }

    @Override
    public CompletableFuture<List<LedgerEntry>> append(String ticket, long seen, List<TicketEvent> events, Instant at) {
        return append(ticket, seen, seen, events, at);
    }

    /** The same where what was seen may have another number. @param or which */
    public CompletableFuture<List<LedgerEntry>> append(String ticket, long seen, long or, List<TicketEvent> events, Instant at) {
        return ask(ledger -> {
            if (!ticket.equals(LedgerEntry.BENCH)) {
                ledger.unmoved(ticket, Math.max(or, mine.getOrDefault(ticket, 0L)), seen);
            }
            List<LedgerEntry> entries = new ArrayList<>();
            events.forEach(e -> entries.add(ledger.append(ticket, e, at)));
            return entries;
        });
    }

    @Override
    public CompletableFuture<LedgerEntry> openTicket(TicketEvent.Opened opened, Instant at) {
        return ask(ledger -> List.of(ledger.openTicket(opened, at))).thenApply(List::getFirst);
    }

    private CompletableFuture<List<LedgerEntry>> ask(Work work) {
        Job job = new Job(work, new CompletableFuture<>());
        if (writer.isAlive()) {
            jobs.add(job);
        } else {
            job.done().completeExceptionally(new IllegalStateException("the ledger is closed"));
        }
        return job.done();
    }

    private void write() {
        List<Job> together = new ArrayList<>();
        try {
            while (!together.contains(Job.END)) {
                together.clear();
                together.add(jobs.take());
                jobs.drainTo(together, AT_ONCE - 1);
                List<Job> asked = together.stream().filter(j -> j != Job.END).toList();
                if (!commit(asked)) {
                    asked.forEach(j -> commit(List.of(j)));
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Writes jobs in one transaction. @return whether that went well; a job that fails alone is told why */
    private boolean commit(List<Job> asked) {
        if (asked.isEmpty()) {
            return true;
        }
        List<List<LedgerEntry>> written = new ArrayList<>();
        try {
            writing.together(ledger -> {
                asked.forEach(j -> written.add(j.work().append(ledger)));
                return true;
            });
        } catch (RuntimeException | Error e) {
            if (asked.size() == 1) {
                asked.getFirst().done().completeExceptionally(e);
            }
            return asked.size() == 1;
        }
        for (int i = 0; i < asked.size(); i++) {
            written.get(i).forEach(e -> mine.put(e.ticket(), e.number()));
            asked.get(i).done().complete(written.get(i));
        }
        return true;
    }

    @Override
    public List<LedgerEntry> ofOpenTickets() {
        return reading.ofOpenTickets();
    }

    @Override
    public Optional<Boolean> isPractice() {
        return reading.isPractice();
    }

    @Override
    public long closedTickets() {
        return reading.tables().closedTickets();
    }

    @Override
    public Map<String, String> closedBefore(Instant moment) {
        return reading.tables().closedBefore(moment);
    }

    @Override
    public List<String> notForgotten(Collection<String> tickets) {
        return reading.tables().notForgotten(tickets);
    }

    @Override
    public List<LedgerEntry> of(String ticket) {
        return reading.of(ticket);
    }

    @Override
    public List<LedgerEntry> ofLot(String lot) {
        return reading.ofLot(lot);
    }

    @Override
    public List<LedgerEntry> since(long number) {
        return reading.since(number);
    }

    @Override
    public Optional<LedgerEntry> last() {
        return reading.last();
    }

    @Override
    public List<LedgerEntry> find(String search, long before, int most) {
        return reading.find(search, before, most);
    }

    @Override
    public Projection.Times times(int most) {
        return reading.tables().times(most);
    }

    @Override
    public Cases cases() {
        return reading.tables().cases();
    }

    @Override
    public Figures figures(Instant from, Instant to, boolean byPerson) {
        return reading.tables().figures(from, to, byPerson);
    }

    @Override
    public List<List<String>> shown(String identifier, String but) {
        return reading.tables().shown(identifier, but);
    }

    @Override
    public Kinds kinds(String but) {
        return reading.tables().kinds(but);
    }

    @Override
    public List<Observed.Problem> tried(String problem, String but) {
        return reading.tables().tried(problem, but);
    }

    @Override
    public Optional<LedgerTables.Written> written(String identifier) {
        return reading.tables().written(identifier);
    }

    @Override
    public List<MethodResults> landed(String person, String method, String goal) {
        return reading.tables().landed(person, method, goal);
    }

    @Override
    public Optional<LedgerCheck> check(@Nullable LedgerSeen seen, List<Anchor> anchors, Instant now, Watcher watcher) {
        try (Ledger own = reading.beside()) { // which may take long, and keeps nobody else from reading
            return own.check(seen, anchors, now, watcher);
        }
    }

    @Override
    public LedgerExport.Entries all() {
        return taker -> {
            try (Ledger own = reading.beside()) {
                own.each(taker);
            }
        };
    }

    @Override
    public void listen(Runnable appended) {
        writing.engine().listen(appended);
    }

    @Override
    public @Nullable String bench() {
        return writing.engine().bench();
    }

    /** Writes what was asked for, then closes. */
    @Override
    public void close() {
        jobs.add(Job.END);
        try {
            writer.join();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        jobs.forEach(j -> j.done().completeExceptionally(new IllegalStateException("the ledger is closed")));
        try {
            writing.close();
        } catch (DiskProblem e) {
            reading.close();
            throw e;
        }
        reading.close();
    }
}
