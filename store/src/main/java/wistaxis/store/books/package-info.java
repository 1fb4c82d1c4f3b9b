/**
 * Where a shop's books are kept, ledger and customers: files of the data folder, or the server that it names. Whoever opens one asks here.
 */
@NullMarked
package wistaxis.store.books;

import org.jspecify.annotations.NullMarked;
