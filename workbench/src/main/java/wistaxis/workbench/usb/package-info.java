/**
 * What hangs on the computer's USB, whose each device is, and what of it is written down by itself. Looked at on a thread of its own.
 *
 * <p>{@link wistaxis.workbench.usb.ComputerUsb} is longer than 300 lines: whose each device is hangs on all that was seen before.
 */
@NullMarked
package wistaxis.workbench.usb;

import org.jspecify.annotations.NullMarked;
