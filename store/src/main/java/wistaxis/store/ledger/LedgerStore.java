package wistaxis.store.ledger;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.Kinds;

/**
 * Where the events of a bench are kept. What is appended is acknowledged by a future once it is safe on the disk, in the order in which
 * it was asked for; reading blocks, but never for an append. Safe for
 * use by several threads.
 */
public interface LedgerStore extends AutoCloseable {
    /**
     * Appends events to a ticket, all or none. What this store appended itself meanwhile counts as seen.
     *
     * @param seen number of the ticket's last entry when this was decided
     * @return the entries; fails with {@link Moved} when somebody else has appended since, and with
     *     {@link wistaxis.store.files.DiskProblem} when it cannot be written
     */
    CompletableFuture<List<LedgerEntry>> append(String ticket, long seen, List<TicketEvent> events, Instant at);

    /** Opens a ticket under the next free number. */
    CompletableFuture<LedgerEntry> openTicket(TicketEvent.Opened opened, Instant at);

    /** The entries of the tickets that are not closed, in order. */
    List<LedgerEntry> ofOpenTickets();

    /** See {@link Ledger#isPractice}. */
    Optional<Boolean> isPractice();

    long closedTickets();

    /** Tickets that were closed before a moment, by number, with their titles; the oldest first. */
    Map<String, String> closedBefore(Instant moment);

    /** Those of some tickets whose customer the ledger knows as sealed, and not as forgotten. */
    List<String> notForgotten(Collection<String> tickets);

    /** The entries of a ticket, in order; empty where there is no such ticket. */
    List<LedgerEntry> of(String ticket);

    /** See {@link Ledger#ofLot}. */
    List<LedgerEntry> ofLot(String lot);

    /** The entries after a number, in order. */
    List<LedgerEntry> since(long number);

    /**
     * What followed.
     *
     * @param entries in order
     * @param anew tickets whose entries have other numbers now, or are gone, because they were not in the ledger itself until now
     */
    record More(List<LedgerEntry> entries, Set<String> anew) {
        public More {
            entries = List.copyOf(entries);
            anew = Set.copyOf(anew);
        }
    }

    /** The entries after a number, and what was read before and is not as it was. */
    default More more(long number) {
        return new More(since(number), Set.of());
    }

    /** How many entries are kept at this bench alone, because the ledger cannot be reached. */
    default int kept() {
        return 0;
    }

    /**
     * What was done at this bench without the ledger, on a ticket that others worked on meanwhile.
     *
     * @param here what was done here, in order
     * @param there what others did, in order
     */
    record Held(String ticket, List<LedgerEntry> here, List<LedgerEntry> there) {
        public Held {
            here = List.copyOf(here);
            there = List.copyOf(there);
        }
    }

    /** What waits for somebody who decides. */
    default List<Held> held() {
        return List.of();
    }

    /** Somebody has decided. @param add whether what was done here counts, behind what others did @param at the bench's time */
    default void decide(String ticket, boolean add, Instant at) {
        throw new IllegalStateException("nothing is held of [" + ticket + "]");
    }

    Optional<LedgerEntry> last();

    /** See {@link Ledger#find}. */
    List<LedgerEntry> find(String search, long before, int most);

    Projection.Times times(int most);

    Cases cases();

    /** See {@link LedgerTables#figures}. */
    Figures figures(Instant from, Instant to, boolean byPerson);

    /** See {@link LedgerTables#kinds}. */
    Kinds kinds(String but);

    /** The stages that the latest runs on a model showed, each run in its order. @param but a ticket that is not counted */
    List<List<String>> shown(String identifier, String but);

    /** See {@link LedgerTables#tried}. */
    List<Observed.Problem> tried(String problem, String but);

    /** See {@link LedgerTables#written}. */
    Optional<LedgerTables.Written> written(String identifier);

    /** See {@link LedgerTables#landed}. */
    List<MethodResults> landed(String person, String method, String goal);

    /** A ledger of so many entries is looked through in a moment, also while nothing is compiled yet: some 0.3 ms each. Ours. */
    long LOOKED_THROUGH = 500;

    /** What is looked at before anything is appended: all of a short ledger, the end of a long one, from where it is remembered. */
    default LedgerCheck checkAtStart(@Nullable LedgerSeen seen, Instant now) {
        long last = last().map(LedgerEntry::number).orElse(0L);
        if (last <= LOOKED_THROUGH) {
            return check(seen, List.of(), now, _ -> true).orElseThrow();
        }
        long from = seen == null ? last : Math.min(last, seen.entries());
        return LedgerCheck.end(since(from - 1), seen, now);
    }

    /** Looks through all of it. @param anchors what it has to agree with @return empty when it was stopped */
    Optional<LedgerCheck> check(@Nullable LedgerSeen seen, List<Anchor> anchors, Instant now, Watcher watcher);

    /** See {@link Engine#listen}. */
    default void listen(Runnable appended) {}

    /** See {@link Engine#bench}. */
    default @Nullable String bench() {
        return null;
    }

    /** Whoever opened it knows that it is of this shop's world: what a bench keeps for itself may be written. */
    default void ready() {}

    /** The server that keeps it; empty for a file. */
    default Optional<ServerAddress> server() {
        return Optional.empty();
    }

    /** When it was last known to be all there is; empty where it always is. */
    default Optional<Instant> asOf() {
        return Optional.empty();
    }

    /** Gives every entry, in order. */
    LedgerExport.Entries all();

    @Override
    void close();
}
