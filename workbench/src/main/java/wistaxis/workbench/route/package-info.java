/**
 * What the shop prefers, what its ledger shows and what the computer is, brought to the routes of its tickets.
 *
 * <p>{@link wistaxis.workbench.route.Routes} is longer than 300 lines: a setting of the shop each, and what they mean for a ticket.
 */
@NullMarked
package wistaxis.workbench.route;

import org.jspecify.annotations.NullMarked;
