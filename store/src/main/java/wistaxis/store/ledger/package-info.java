/**
 * The ledger on disk: an append-only SQLite table of chained events, its export, and where it lives. Called by desktop and command
 * line; decides nothing.
 *
 * <p>{@link wistaxis.store.ledger.Ledger} is longer than 300 lines: what it writes and the checks of it share a connection and its
 * locks.
 */
@NullMarked
package wistaxis.store.ledger;

import org.jspecify.annotations.NullMarked;
