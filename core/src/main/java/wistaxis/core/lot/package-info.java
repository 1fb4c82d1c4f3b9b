/**
 * Lots: many devices with one problem, one consent and one firmware file, each with its own ticket, buttons, run and outcome. What names
 * them as they are scanned or listed ({@link wistaxis.core.device.DeviceNumber}, {@link wistaxis.core.lot.LotList}), and how far they are
 * ({@link wistaxis.core.lot.Lot}).
 */
@NullMarked
package wistaxis.core.lot;

import org.jspecify.annotations.NullMarked;
