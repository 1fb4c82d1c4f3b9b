/** Builds, firmware files, and what comes first, the mode or the file. */
@NullMarked
package wistaxis.cli.firmware;

import org.jspecify.annotations.NullMarked;
