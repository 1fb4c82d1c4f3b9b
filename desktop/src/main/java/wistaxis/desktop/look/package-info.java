/** The house's look: tokens, fonts, small node makers, pictures. Views call it; it knows no tickets. */
@NullMarked
package wistaxis.desktop.look;

import org.jspecify.annotations.NullMarked;
