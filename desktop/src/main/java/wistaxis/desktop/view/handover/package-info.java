/** Handing over and closing. */
@NullMarked
package wistaxis.desktop.view.handover;

import org.jspecify.annotations.NullMarked;
