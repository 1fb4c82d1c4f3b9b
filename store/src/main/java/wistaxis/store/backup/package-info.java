/**
 * The whole of a shop's data in one sealed file: made while the program works, verified by reading it back, kept by days, weeks and
 * months, and brought back into an empty place with its ledger checked. {@code Backup} is longer than 300 lines: what is packed, read
 * through and brought back is one list, whose end says what it holds.
 */
@NullMarked
package wistaxis.store.backup;

import org.jspecify.annotations.NullMarked;
