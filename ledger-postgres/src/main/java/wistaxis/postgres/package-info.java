/** A shop's ledger on PostgreSQL, for several benches: loaded only where one is used. Decides nothing. */
@NullMarked
package wistaxis.postgres;

import org.jspecify.annotations.NullMarked;
