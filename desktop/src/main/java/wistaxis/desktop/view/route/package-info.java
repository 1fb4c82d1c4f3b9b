/**
 * The route of a ticket, with readiness and the carrier unlock beside it.
 *
 * <p>{@link wistaxis.desktop.view.route.RouteView} is longer than 300 lines: the steps of a route share what is opened and asked
 * on the page.
 */
@NullMarked
package wistaxis.desktop.view.route;

import org.jspecify.annotations.NullMarked;
