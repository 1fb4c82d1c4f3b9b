package wistaxis.store.books;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.SearchWords;

/** A ledger whose reading goes to another one, and to a tail behind it; figures and what is learned of many tickets know only the first. */
abstract class ReadBoth extends ReadFrom {
    /** What is behind it; whoever looks at both at once holds it. */
    abstract Tail tail();

    /** With what was done here, where there is any; the copy else, which nobody waits for. */
    private <T> T both(Function<LedgerStore, T> of, BiFunction<T, List<LedgerEntry>, T> with) {
        if (kept() == 0) {
            return of.apply(from());
        }
        synchronized (tail()) {
            return with.apply(of.apply(from()), tail().entries());
        }
    }

    private static List<LedgerEntry> behind(List<LedgerEntry> first, Stream<LedgerEntry> more) {
        return Stream.concat(first.stream(), more).toList();
    }

    @Override
    public List<LedgerEntry> ofOpenTickets() {
        return both(LedgerStore::ofOpenTickets, (open, more) -> {
            Set<String> known = open.stream().map(LedgerEntry::ticket).collect(Collectors.toSet());
            Stream<LedgerEntry> closedThere = tail().tickets().stream().filter(n -> !known.contains(n)).flatMap(n -> from().of(n).stream());
            return Stream.of(open.stream(), closedThere, more.stream().filter(e -> !e.ofBench())).flatMap(s -> s).sorted(Comparator
                    .comparingLong(LedgerEntry::number)).toList();
        });
    }

    @Override
    public long closedTickets() {
        return both(LedgerStore::closedTickets, (n, more) -> n + TicketEvent.TakenBack.left(more).stream().filter(e -> e.event()
                instanceof TicketEvent.Closed).map(LedgerEntry::ticket).distinct().count());
    }

    @Override
    public List<LedgerEntry> of(String ticket) {
        return both(s -> s.of(ticket), (first, _) -> behind(first, tail().of(ticket).stream()));
    }

    @Override
    public List<LedgerEntry> ofLot(String lot) {
        return both(s -> s.ofLot(lot), (first, more) -> {
            Set<String> devices = Stream.concat(first.stream(), more.stream().filter(e -> e.event() instanceof TicketEvent.LotJoined j && j
                    .lot().equals(lot))).map(LedgerEntry::ticket).collect(Collectors.toSet());
            return behind(first, more.stream().filter(e -> devices.contains(e.ticket())));
        });
    }

    @Override
    public Optional<LedgerEntry> last() {
        return both(LedgerStore::last, (_, more) -> Optional.of(more.getLast()));
    }

    @Override
    public List<LedgerEntry> find(String search, long before, int most) {
        return both(s -> s.find(search, before, most), (found, more) -> Stream.concat(more.reversed().stream().filter(e ->
                e.number() < before
                && SearchWords.isIn(search, e)), found.stream()).limit(most).toList());
    }

    @Override
    public LedgerExport.Entries all() {
        List<LedgerEntry> more = both(_ -> List.<LedgerEntry>of(), (_, entries) -> entries);
        return taker -> {
            from().all().each(taker);
            more.forEach(taker);
        };
    }
}
