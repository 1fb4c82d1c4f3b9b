/** Builds of a ticket and the shelf of the bench. */
@NullMarked
package wistaxis.desktop.view.firmware;

import org.jspecify.annotations.NullMarked;
