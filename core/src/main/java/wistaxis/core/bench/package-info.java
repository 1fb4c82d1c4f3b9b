/**
 * The simulated clock and the plan of a day: which ticket needs hands when, and for how long. Pure functions.
 */
@NullMarked
package wistaxis.core.bench;

import org.jspecify.annotations.NullMarked;
