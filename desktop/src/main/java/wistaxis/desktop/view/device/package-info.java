/**
 * A device as it is drawn: its outline with its buttons where they really are.
 *
 * <p>{@link wistaxis.desktop.view.device.PhoneDrawing} is longer than 300 lines: a few for each screen that it draws.
 */
@NullMarked
package wistaxis.desktop.view.device;

import org.jspecify.annotations.NullMarked;
