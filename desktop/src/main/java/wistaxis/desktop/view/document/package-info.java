/** The documents of a ticket: seen, printed, saved. */
@NullMarked
package wistaxis.desktop.view.document;

import org.jspecify.annotations.NullMarked;
