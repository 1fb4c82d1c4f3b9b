/**
 * The book of the tickets at work, and the shop's rules over them; only answers and appends, and decides nothing by itself. Stands
 * on the life of the bench and on the port of its commands.
 *
 * <p>{@link wistaxis.workbench.ticket.Tickets} is longer than 300 lines: what is appended, read from others and folded must be
 * taken in in one order.
 */
@NullMarked
package wistaxis.workbench.ticket;

import org.jspecify.annotations.NullMarked;
