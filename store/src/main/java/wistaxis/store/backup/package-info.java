/**
 * The whole of a shop's data in one sealed file: made while the program works, verified by reading it back, kept by days, weeks and
 * months, and brought back into an empty place with its ledger checked.
 */
@NullMarked
package wistaxis.store.backup;

import org.jspecify.annotations.NullMarked;
