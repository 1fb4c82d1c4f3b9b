/**
 * The ledger on disk: an append-only SQLite table of chained events, its export, and where it lives. Called by desktop and
 * command line; decides nothing.
 */
@NullMarked
package wistaxis.store.ledger;

import org.jspecify.annotations.NullMarked;
