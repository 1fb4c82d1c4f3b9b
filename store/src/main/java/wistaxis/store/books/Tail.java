package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.Moved;

/**
 * What was done here while the server was away, as it goes on from the copy of the ledger: entries with numbers and digests of their own
 * until the ledger gives them others. Not safe for use by several threads.
 */
final class Tail {
    private final LedgerStore copy;
    private final Journal journal;
    private final String bench;
    private final InstantSource wall;
    private List<LedgerEntry> entries = List.of();

    Tail(LedgerStore copy, Journal journal, String bench, InstantSource wall) {
        this.copy = copy;
        this.journal = journal;
        this.bench = bench;
        this.wall = wall;
    }

    /** Reads it from the journal: what is not in the copy and nobody has to decide on. */
    void read() {
        long last = base();
        List<LedgerEntry> read = new ArrayList<>();
        for (Journal.Kept k : journal.all()) {
            if (!k.held() && (k.became() == null || k.became() > last)) {
                read.add(link(read, k.ticket(), k.at(), k.kept(), k.body()));
            }
        }
        entries = List.copyOf(read);
    }

    List<LedgerEntry> entries() {
        return entries;
    }

    List<LedgerEntry> of(String ticket) {
        return entries.stream().filter(e -> e.ticket().equals(ticket)).toList();
    }

    Set<String> tickets() {
        return entries.stream().map(LedgerEntry::ticket).collect(Collectors.toSet());
    }

    /** An entry as it was numbered here. */
    record Shown(String ticket, long number) {}

    /** The same entries are in the copy now. @return their numbers there */
    Map<Shown, Long> end() {
        Map<Shown, Long> became = new HashMap<>();
        for (Journal.Kept k : journal.all()) {
            entries.stream().filter(e -> e.number() == k.number() && e.ticket().equals(k.ticket()) && k.became() != null).forEach(e ->
                    became.put(new Shown(e.ticket(), e.number()), Objects.requireNonNull(k.became())));
        }
        entries = List.of();
        return became;
    }

    private long base() {
        return copy.last().map(LedgerEntry::number).orElse(0L);
    }

    private LedgerEntry link(List<LedgerEntry> before, String ticket, Instant at, Instant kept, String body) {
        Optional<LedgerEntry> last = before.isEmpty() ? copy.last() : Optional.of(before.getLast());
        return Chain.link(last.map(LedgerEntry::digest).orElse(Chain.START), last.map(LedgerEntry::number).orElse(0L) + 1, ticket, at, kept,
                body);
    }

    /** Keeps what is done on a ticket. @throws Moved where others' work is known here that whoever decided had not seen */
    List<LedgerEntry> append(String ticket, long seen, List<TicketEvent> events, Instant at) {
        List<LedgerEntry> there = copy.of(ticket);
        there.stream().filter(e -> e.number() > seen && !bench.equals(e.bench()) && !e.ofBench()).findFirst().ifPresent(e -> {
            throw new Moved(ticket, seen, e.number());
        });
        return append(ticket, there.isEmpty() ? 0 : there.getLast().number(), events, at, 0);
    }

    /** What is in the copy by now though the answer was lost: all of it, or nothing. */
    Optional<List<LedgerEntry>> known(String ticket, long seen, List<TicketEvent> events, Instant at) {
        List<LedgerEntry> mine = copy.of(ticket).stream().filter(e -> e.number() > seen && bench.equals(e.bench()) && e.at()
                .equals(at.truncatedTo(
                ChronoUnit.MILLIS)) && events.contains(e.event())).toList();
        return mine.size() == events.size() ? Optional.of(mine) : Optional.empty();
    }

    /** Opens a ticket under a number that is kept for this bench. */
    LedgerEntry open(TicketEvent.Opened opened, Instant at) {
        if (copy.isPractice().filter(p -> p != opened.simulated()).isPresent()) {
            throw new BadInput(t(opened.simulated() ? "store.ledger.no-practice" : "store.ledger.no-real"));
        }
        OptionalLong number = journal.nextNumber();
        if (number.isEmpty()) {
            throw new BadInput(t("store.journal.no-number"));
        }
        return append(Ledger.ticket(number.getAsLong()), 0, List.of(opened), at, number.getAsLong()).getFirst();
    }

    private List<LedgerEntry> append(String ticket, long seen, List<TicketEvent> events, Instant at, long number) {
        Instant time = at.truncatedTo(ChronoUnit.MILLIS);
        Instant kept = wall.instant().truncatedTo(ChronoUnit.MILLIS);
        List<LedgerEntry> all = new ArrayList<>(entries);
        List<Journal.Kept> more = new ArrayList<>();
        for (TicketEvent event : events) {
            LedgerEntry e = link(all, ticket, time, kept, event.toJson(bench, kept));
            all.add(e);
            more.add(new Journal.Kept(0, base(), e.number(), ticket, seen, time, kept, e.body(), null, false));
        }
        journal.add(more, number);
        List<LedgerEntry> appended = List.copyOf(all.subList(entries.size(), all.size()));
        entries = List.copyOf(all);
        return appended;
    }

    /** What is held, with what others did meanwhile. */
    List<LedgerStore.Held> held() {
        Map<String, List<Journal.Kept>> held = journal.all().stream().filter(Journal.Kept::held).collect(Collectors.groupingBy(
                Journal.Kept::ticket));
        return held.entrySet().stream().sorted(Map.Entry.comparingByKey()).map(h -> {
            List<LedgerEntry> here = new ArrayList<>();
            h.getValue().forEach(k -> here.add(link(here, k.ticket(), k.at(), k.kept(), k.body())));
            long seen = h.getValue().getFirst().seen();
            return new LedgerStore.Held(h.getKey(), here, copy.of(h.getKey()).stream().filter(e -> e.number() > seen).toList());
        }).toList();
    }

    /** What is held of a ticket. @throws BadInput where nothing is */
    LedgerStore.Held held(String ticket) {
        return held().stream().filter(h -> h.ticket().equals(ticket)).findFirst().orElseThrow(() -> new BadInput(t("store.journal.not-held",
                "number", ticket)));
    }
}
