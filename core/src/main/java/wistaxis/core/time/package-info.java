/** Clock times and spans of the bench: times that fit, ranges of minutes, business days, how long a device stays in a mode. */
@NullMarked
package wistaxis.core.time;

import org.jspecify.annotations.NullMarked;
