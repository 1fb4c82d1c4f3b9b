/** The run through the host. */
@NullMarked
package wistaxis.desktop.view.restore;

import org.jspecify.annotations.NullMarked;
