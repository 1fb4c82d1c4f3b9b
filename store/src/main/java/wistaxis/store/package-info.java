/** What the parts of the store share. */
@NullMarked
package wistaxis.store;

import org.jspecify.annotations.NullMarked;
