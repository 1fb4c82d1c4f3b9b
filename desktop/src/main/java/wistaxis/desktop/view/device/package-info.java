/** A device as it is drawn: its outline with its buttons where they really are. */
@NullMarked
package wistaxis.desktop.view.device;

import org.jspecify.annotations.NullMarked;
