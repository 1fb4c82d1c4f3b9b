package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.time.BenchTime;

/**
 * An event in its place in the ledger.
 *
 * @param number 1, 2, 3 without gaps, over all tickets
 * @param ticket {@link #BENCH} for what is of no ticket
 * @param at the bench's time, to the millisecond
 * @param wall the wall clock's time, to the millisecond; null in entries written before it was kept
 * @param body the event's JSON exactly as stored
 * @param previous the digest of the entry before, 64 hex digits; 64 zeros for the first
 * @param digest SHA-256 over previous, number, ticket, time, body and, where it is kept, the wall clock's time, 64 hex digits
 */
public record LedgerEntry(long number, String ticket, Instant at, @Nullable Instant wall, String body, String previous, String digest) {
    /** In place of a ticket's number. */
    public static final String BENCH = "-";

    private static final String NAMES_BENCH = "},\"bench\":\"";
    private static final String NAMES_KEPT = ",\"kept\":";

    /** What cannot be read is {@link TicketEvent.Unreadable}. */
    public TicketEvent event() {
        try {
            return TicketEvent.parse(body, t("core.ledger.entry", "number", number));
        } catch (BadInput e) {
            return new TicketEvent.Unreadable(body, String.valueOf(e.getMessage()));
        }
    }

    /** At which bench it was written; null where the shop had one alone, and for what cannot be read. */
    public @Nullable String bench() {
        try {
            return body.contains(NAMES_BENCH) ? Json.read(body, TicketEvent.Holder.class, "").bench() : null;
        } catch (BadInput _) {
            return null;
        }
    }

    /** When it was kept at its bench, by the wall clock, where that could not reach the ledger until later; null for at once. */
    public @Nullable Instant kept() {
        try {
            return body.contains(NAMES_KEPT) ? Json.read(body, TicketEvent.Holder.class, "").kept() : null;
        } catch (BadInput _) {
            return null;
        }
    }

    /** Entries by their ticket, the tickets in the order in which they come. */
    public static Map<String, List<LedgerEntry>> byTicket(List<LedgerEntry> entries) {
        return entries.stream().collect(Collectors.groupingBy(LedgerEntry::ticket, LinkedHashMap::new, Collectors.toList()));
    }

    /** The bench's time, for reckoning and showing: never outside what a clock can mean. */
    public Instant when() {
        return BenchTime.clamp(at);
    }

    /** The beginning of its digest, for the eye. */
    public String head() {
        return Chain.head(digest);
    }

    public boolean ofBench() {
        return ticket.equals(BENCH);
    }
}
