/** The run through the computer. */
@NullMarked
package wistaxis.desktop.view.restore;

import org.jspecify.annotations.NullMarked;
