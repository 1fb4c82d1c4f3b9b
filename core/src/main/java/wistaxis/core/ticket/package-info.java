/**
 * A ticket is the fold of its events. Events are immutable and chained by SHA-256; the store keeps them.
 *
 * <p>{@link wistaxis.core.ticket.TicketEvent} and {@link wistaxis.core.ticket.Ticket} are longer than 300 lines: a record an event,
 * and an accessor for each field of a ticket's parts.
 */
@NullMarked
package wistaxis.core.ticket;

import org.jspecify.annotations.NullMarked;
