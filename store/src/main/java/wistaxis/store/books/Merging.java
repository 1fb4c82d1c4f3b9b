package wistaxis.store.books;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Decision;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.Moved;
import wistaxis.store.people.People;

/**
 * Brings what was done without the server into the ledger: in its order, with its own times, once. What is there already, because only
 * the answer was lost, is known again by bench, time and event. Where others worked on the ticket meanwhile it waits for a person.
 */
final class Merging {
    /** Entries in one transaction. Ours. */
    private static final int AT_ONCE = 200;

    private final KeptLedger there;
    private final Journal journal;
    private final String bench;
    /** Digests of what was sealed on the server, by ticket. */
    private final Map<String, String> sealed;

    Merging(KeptLedger there, Journal journal, String bench, Map<String, String> sealed) {
        this.there = there;
        this.journal = journal;
        this.bench = bench;
        this.sealed = sealed;
    }

    /** @throws wistaxis.store.ledger.ServerProblem where the server is away again; what is done is done */
    void run() {
        while (waiting().findAny().isPresent()) {
            Map<String, Long> ends = new HashMap<>();
            Set<String> tickets = waiting().map(Journal.Kept::ticket).collect(Collectors.toSet());
            tickets.forEach(t -> ends.put(t, compared(t)));
            try {
                append(waiting().filter(k -> ends.containsKey(k.ticket())).limit(AT_ONCE).toList(), ends);
            } catch (Moved _) {
                continue; // somebody appended in between: it is compared again
            }
        }
        sealedElsewhere();
    }

    private Stream<Journal.Kept> waiting() {
        return journal.all().stream().filter(Journal.Kept::waits);
    }

    /**
     * Finds what is in the ledger already, and holds what others' work on the ticket came before.
     *
     * @return number of the ticket's last entry there
     */
    private long compared(String ticket) {
        List<Journal.Kept> mine = waiting().filter(k -> k.ticket().equals(ticket)).toList();
        List<LedgerEntry> since = new ArrayList<>(there.of(ticket));
        long end = since.isEmpty() ? 0 : since.getLast().number();
        since.removeIf(e -> e.number() <= mine.getFirst().seen());
        Map<Long, Long> found = new LinkedHashMap<>();
        for (Journal.Kept k : mine) {
            since.stream().filter(isSame(k)).findFirst().ifPresent(e -> {
                found.put(k.n(), e.number());
                since.remove(e);
            });
        }
        journal.became(found);
        boolean others = !ticket.equals(LedgerEntry.BENCH) && since.stream().anyMatch(e -> !bench.equals(e.bench()));
        if (others) {
            journal.hold(mine.stream().filter(k -> !found.containsKey(k.n())).toList());
        }
        return end;
    }

    /** Of one event at one moment at one bench there is one. Who was sealed was sealed anew on the server. */
    private Predicate<LedgerEntry> isSame(Journal.Kept kept) {
        TicketEvent event = renumbered(kept);
        return e -> e.at().equals(kept.at()) && bench.equals(e.bench()) && (event instanceof TicketEvent.CustomerSealed ? e.event()
                instanceof TicketEvent.CustomerSealed : e.event().equals(event));
    }

    private void append(List<Journal.Kept> next, Map<String, Long> ends) {
        if (next.isEmpty()) {
            return;
        }
        next.stream().filter(k -> k.event() instanceof TicketEvent.Opened).forEach(this::takeBackOpened);
        Map<Long, Long> numbers = new LinkedHashMap<>();
        Map<Shown, Long> shown = new HashMap<>();
        List<LedgerEntry> appended = there.together(a -> next.stream().map(k -> {
            if (!k.ticket().equals(LedgerEntry.BENCH)) {
                a.unmoved(k.ticket(), Objects.requireNonNull(ends.get(k.ticket())));
            }
            LedgerEntry e = a.append(k.ticket(), renumbered(k, shown), k.at(), k.kept());
            shown.put(new Shown(k.base(), k.number()), e.number());
            return e;
        }).toList());
        for (int i = 0; i < next.size(); i++) {
            numbers.put(next.get(i).n(), appended.get(i).number());
        }
        journal.became(numbers);
    }

    /** A ticket that was opened on the server, whose answer was lost, and that was opened here then under a number of this bench. */
    private void takeBackOpened(Journal.Kept opened) {
        for (LedgerEntry e : there.since(opened.base())) {
            if (!e.ticket().equals(opened.ticket()) && isSame(opened).test(e) && there.of(e.ticket()).size() == 1) {
                there.together(a -> {
                    a.unmoved(e.ticket(), e.number());
                    return a.append(e.ticket(), Decision.openedTwice(e.number()), opened.at(), opened.kept());
                });
            }
        }
    }

    private TicketEvent renumbered(Journal.Kept kept) {
        return renumbered(kept, Map.of());
    }

    /** What names entries names them as they are numbered in the ledger. @param more numbers of what goes there with it */
    private TicketEvent renumbered(Journal.Kept kept, Map<Shown, Long> more) {
        String digest = sealed.get(kept.ticket());
        return digest != null && kept.event() instanceof TicketEvent.CustomerSealed ? Decision.sealed(digest) : kept.event().renumbered(n ->
                number(kept, n, more));
    }

    private long number(Journal.Kept of, long shown, Map<Shown, Long> more) {
        return shown <= of.base() ? shown : journal.all().stream().filter(k -> k.base() == of.base() && k.number() == shown && k
                .became() != null).map(Journal.Kept::became).findFirst().orElse(more.getOrDefault(new Shown(of.base(), shown), shown));
    }

    /** A number as it was shown at the bench, behind what it knew of the ledger. */
    private record Shown(long base, long number) {}

    /** Who was sealed here and now on the server while the ledger itself could be reached: it has the digest of before. */
    private void sealedElsewhere() {
        Set<String> told = journal.all().stream().filter(k -> k.event() instanceof TicketEvent.CustomerSealed).map(Journal.Kept::ticket)
                .collect(Collectors.toSet());
        sealed.forEach((ticket, digest) -> {
            List<LedgerEntry> last = there.of(ticket);
            if (!told.contains(ticket) && !last.isEmpty()) {
                there.together(a -> a.append(ticket, Decision.sealed(digest), last.getLast().at(), last.getLast().at()));
            }
        });
    }

    /**
     * Takes who was sealed here to the server, and forgets it here once the ledger says so.
     *
     * @param merging what is done between; it is given the digests of what was sealed there, by ticket
     */
    static void withPeople(DataFolder folder, Consumer<Map<String, String>> merging) {
        try (People here = Books.peopleAside(folder)) {
            List<String> tickets = here.tickets();
            Map<String, String> digests = new LinkedHashMap<>();
            if (!tickets.isEmpty()) {
                try (People server = Books.people(folder)) {
                    tickets.forEach(t -> here.of(t).ifPresent(mine -> digests.put(t, server.seal(t, theirs -> theirs.with(mine))
                            .digest())));
                }
            }
            merging.accept(digests);
            tickets.forEach(here::drop);
        }
    }

    /** Somebody has decided on what is held. @param add whether it goes into the ledger behind what others did; else it is said there */
    static void decide(KeptLedger there, Journal journal, LedgerStore.Held held, boolean add, Instant now) {
        String ticket = held.ticket();
        List<LedgerEntry> all = there.of(ticket);
        if (add) {
            journal.release(ticket, all.isEmpty() ? 0 : all.getLast().number());
            return;
        }
        TicketEvent out = Decision.leftOut(held.here());
        if (all.stream().noneMatch(e -> e.event().equals(out))) { // whoever was interrupted does it again
            there.together(a -> a.append(ticket, out, now));
        }
        journal.drop(ticket);
    }
}
