/**
 * Who the customers are: kept sealed beside the ledger, so that nothing of them is in it, found again, and forgotten when it is
 * asked for.
 *
 * <p>{@link wistaxis.workbench.people.Customers} is longer than 300 lines: what is read, sealed and forgotten of a customer keeps
 * one order.
 */
@NullMarked
package wistaxis.workbench.people;

import org.jspecify.annotations.NullMarked;
