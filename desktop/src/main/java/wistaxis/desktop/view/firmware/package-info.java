/**
 * The builds of a ticket, and the firmware files of the bench.
 *
 * <p>{@link wistaxis.desktop.view.firmware.FirmwareView} is longer than 300 lines: its states share one card and one progress.
 * {@link wistaxis.desktop.view.firmware.FirmwareFilesView} is longer than 300 lines: each kind of row has its own few acts.
 */
@NullMarked
package wistaxis.desktop.view.firmware;

import org.jspecify.annotations.NullMarked;
