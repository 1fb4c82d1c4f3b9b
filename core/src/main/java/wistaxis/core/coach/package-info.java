/**
 * Turns a button sequence into a score (lanes, cues, instructions) and follows a technician through it.
 * The desktop draws what this package answers; it may not draw or sound anything itself.
 */
@NullMarked
package wistaxis.core.coach;

import org.jspecify.annotations.NullMarked;
