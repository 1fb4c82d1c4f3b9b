/** Firmware files: what is taken in and checked, whichever ticket wants it. */
@NullMarked
package wistaxis.workbench.firmware;

import org.jspecify.annotations.NullMarked;
