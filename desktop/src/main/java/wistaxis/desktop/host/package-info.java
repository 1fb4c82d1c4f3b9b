/**
 * Adapters to the computer the window runs on: what it looks like for a restore, and the public holidays.
 * Called by the workbench through the core's ports, off the JavaFX thread where they are slow.
 */
@NullMarked
package wistaxis.desktop.host;

import org.jspecify.annotations.NullMarked;
