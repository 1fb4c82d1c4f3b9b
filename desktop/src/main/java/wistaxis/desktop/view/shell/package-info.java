/** The window around the pages, the page of a ticket, and settings. */
@NullMarked
package wistaxis.desktop.view.shell;

import org.jspecify.annotations.NullMarked;
