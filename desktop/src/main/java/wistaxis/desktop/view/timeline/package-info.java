/** What happened on a ticket, and when. */
@NullMarked
package wistaxis.desktop.view.timeline;

import org.jspecify.annotations.NullMarked;
