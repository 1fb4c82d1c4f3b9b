package wistaxis.core.ticket;

import java.time.Instant;

/**
 * An event in its place in the ledger.
 *
 * @param number 1, 2, 3 without gaps, over all tickets
 * @param at the bench's time, to the millisecond
 * @param body the event's JSON exactly as stored
 * @param previous the digest of the entry before, 64 hex digits; 64 zeros for the first
 * @param digest SHA-256 over previous, number, ticket, time and body, 64 hex digits
 */
public record LedgerEntry(long number, String ticket, Instant at, String body, String previous, String digest) {
    public TicketEvent event() {
        return TicketEvent.parse(body, "ledger entry " + number);
    }
}
