/** The papers of a ticket: seen, printed, saved. */
@NullMarked
package wistaxis.desktop.view.paper;

import org.jspecify.annotations.NullMarked;
