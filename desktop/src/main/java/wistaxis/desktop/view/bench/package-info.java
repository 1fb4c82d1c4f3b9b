/** The bench: every open ticket on one time axis. */
@NullMarked
package wistaxis.desktop.view.bench;

import org.jspecify.annotations.NullMarked;
