/**
 * A ticket is the fold of its events. Events are immutable and chained by SHA-256; the store keeps them.
 */
@NullMarked
package wistaxis.core.ticket;

import org.jspecify.annotations.NullMarked;
