/** The shop's figures, each with its cases and its interval. */
@NullMarked
package wistaxis.desktop.view.figures;

import org.jspecify.annotations.NullMarked;
