/** Papers as PDF, drawn from the same data as the screens. */
@NullMarked
package wistaxis.store.paper;

import org.jspecify.annotations.NullMarked;
