/** Documents as pictures, for the screen and for a printer of this system. */
@NullMarked
package wistaxis.desktop.print;

import org.jspecify.annotations.NullMarked;
