/**
 * Adapters to the computer the window runs on: what it looks like for a restore, and the public holidays.
 * Called through the core's ports, off the interface thread where they are slow.
 */
@NullMarked
package wistaxis.workbench.computer;

import org.jspecify.annotations.NullMarked;
