/** What pages show, as values: made when something has changed, of what was computed behind the bench's thread; tested without a window. */
@NullMarked
package wistaxis.workbench.page;

import org.jspecify.annotations.NullMarked;
