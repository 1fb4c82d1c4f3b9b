/** What the computer sees on its cables: devices and their modes, what their serial strings say, and which ticket each belongs to. */
@NullMarked
package wistaxis.core.usb;

import org.jspecify.annotations.NullMarked;
