/**
 * Key sequences as data and the device as a timed state machine fed by keys, cable and host. Coach, simulator and
 * command line all use this one model. Never reads a clock: the time is an argument.
 */
@NullMarked
package wistaxis.core.keys;

import org.jspecify.annotations.NullMarked;
