/**
 * Where a shop's books are kept, ledger and customers: files of the data folder, or the server that it names. Whoever opens one asks here.
 *
 * <p>{@link wistaxis.store.books.SharedLedger} is longer than 300 lines: what goes to the server, to its copy and into the journal is
 * decided under one lock.
 */
@NullMarked
package wistaxis.store.books;

import org.jspecify.annotations.NullMarked;
