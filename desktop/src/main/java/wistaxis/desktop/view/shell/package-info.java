/**
 * The window around the pages, the page of a ticket, and settings.
 *
 * <p>{@link wistaxis.desktop.view.shell.Shell} is longer than 300 lines: a way to each page, and what happens between two of them.
 */
@NullMarked
package wistaxis.desktop.view.shell;

import org.jspecify.annotations.NullMarked;
