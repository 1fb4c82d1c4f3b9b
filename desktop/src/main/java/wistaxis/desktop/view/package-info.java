/** The views: thin readings of the workbench, rebuilt when it changes, and redrawn each frame where something moves. */
@NullMarked
package wistaxis.desktop.view;

import org.jspecify.annotations.NullMarked;
