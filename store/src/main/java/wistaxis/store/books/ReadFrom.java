package wistaxis.store.books;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Projection;
import wistaxis.core.usb.Kinds;
import wistaxis.store.ledger.Cases;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.LedgerTables;
import wistaxis.store.ledger.MethodResults;

/** A ledger whose reading goes to another one. */
abstract class ReadFrom implements LedgerStore {
    /** The one that is read. */
    abstract LedgerStore from();

    @Override
    public LedgerCheck checkAtStart(@Nullable LedgerSeen seen, Instant now) {
        return from().checkAtStart(seen, now);
    }

    @Override
    public List<LedgerEntry> ofOpenTickets() {
        return from().ofOpenTickets();
    }

    @Override
    public Optional<Boolean> isPractice() {
        return from().isPractice();
    }

    @Override
    public long closedTickets() {
        return from().closedTickets();
    }

    @Override
    public Map<String, String> closedBefore(Instant moment) {
        return from().closedBefore(moment);
    }

    @Override
    public List<String> notForgotten(Collection<String> tickets) {
        return from().notForgotten(tickets);
    }

    @Override
    public List<LedgerEntry> of(String ticket) {
        return from().of(ticket);
    }

    @Override
    public List<LedgerEntry> ofLot(String lot) {
        return from().ofLot(lot);
    }

    @Override
    public Optional<LedgerEntry> last() {
        return from().last();
    }

    @Override
    public List<LedgerEntry> find(String search, long before, int most) {
        return from().find(search, before, most);
    }

    @Override
    public Projection.Times times(int most) {
        return from().times(most);
    }

    @Override
    public Cases cases() {
        return from().cases();
    }

    @Override
    public Figures figures(Instant from, Instant to, boolean byPerson) {
        return from().figures(from, to, byPerson);
    }

    @Override
    public Kinds kinds(String but) {
        return from().kinds(but);
    }

    @Override
    public List<List<String>> shown(String identifier, String but) {
        return from().shown(identifier, but);
    }

    @Override
    public List<Observed.Problem> tried(String problem, String but) {
        return from().tried(problem, but);
    }

    @Override
    public Optional<LedgerTables.Written> written(String identifier) {
        return from().written(identifier);
    }

    @Override
    public List<MethodResults> landed(String person, String method, String goal) {
        return from().landed(person, method, goal);
    }

    @Override
    public LedgerExport.Entries all() {
        return from().all();
    }
}
