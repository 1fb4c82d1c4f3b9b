/** The window's entry point: arguments, data folder, demo data, start. */
@NullMarked
package wistaxis.desktop;

import org.jspecify.annotations.NullMarked;
