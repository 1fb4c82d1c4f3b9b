/** Personal data beside the ledger: sealed, found again by keyed digests, forgotten by throwing a key away. */
@NullMarked
package wistaxis.store.people;

import org.jspecify.annotations.NullMarked;
