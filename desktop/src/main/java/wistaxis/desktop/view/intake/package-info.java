/** The conversation at the counter, and the route as it stands beside it. */
@NullMarked
package wistaxis.desktop.view.intake;

import org.jspecify.annotations.NullMarked;
