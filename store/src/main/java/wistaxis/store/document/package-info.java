/** Documents as PDF, drawn from the same data as the screens. */
@NullMarked
package wistaxis.store.document;

import org.jspecify.annotations.NullMarked;
