/** What hangs on the host's USB, whose each device is, and what of it is written down by itself. Looked at on a thread of its own. */
@NullMarked
package wistaxis.workbench.usb;

import org.jspecify.annotations.NullMarked;
