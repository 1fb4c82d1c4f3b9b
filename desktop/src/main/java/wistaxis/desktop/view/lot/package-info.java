/** The page of a lot: a grid of its devices, what is next, and what is said of many at once. */
@NullMarked
package wistaxis.desktop.view.lot;

import org.jspecify.annotations.NullMarked;
