/** Which model exactly. */
@NullMarked
package wistaxis.desktop.view.identify;

import org.jspecify.annotations.NullMarked;
