/** What happened on a ticket, and when. */
@NullMarked
package wistaxis.desktop.view.story;

import org.jspecify.annotations.NullMarked;
