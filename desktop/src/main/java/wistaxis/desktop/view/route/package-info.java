/** The ladder of a ticket, with readiness and the carrier unlock beside it. */
@NullMarked
package wistaxis.desktop.view.route;

import org.jspecify.annotations.NullMarked;
