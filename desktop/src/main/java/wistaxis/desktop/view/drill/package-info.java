/** Practice: attempts, progress and the hand. */
@NullMarked
package wistaxis.desktop.view.drill;

import org.jspecify.annotations.NullMarked;
