/**
 * Personal data beside the ledger: sealed, found again by keyed digests, forgotten by throwing a key away.
 *
 * <p>{@link wistaxis.store.people.People} is longer than 300 lines: what is sealed, opened and forgotten shares the keys.
 */
@NullMarked
package wistaxis.store.people;

import org.jspecify.annotations.NullMarked;
