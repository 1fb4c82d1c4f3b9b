/** The coach: score, words and phone; on a ticket and in the drill. */
@NullMarked
package wistaxis.desktop.view.keys;

import org.jspecify.annotations.NullMarked;
