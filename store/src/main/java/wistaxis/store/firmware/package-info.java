/**
 * Firmware on this computer: the catalogue of builds, the firmware folder of firmware files, their check on all cores. Called by window
 * and command line, off the interface thread where it reads whole files; decides nothing that the core could.
 *
 * <p>{@link wistaxis.store.firmware.FirmwareFolder} is longer than 300 lines: its index and its folder are changed together.
 */
@NullMarked
package wistaxis.store.firmware;

import org.jspecify.annotations.NullMarked;
