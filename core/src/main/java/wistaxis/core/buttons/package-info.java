/**
 * Button sequences as data and the device as a timed state machine fed by buttons, cable and computer. Coach, simulator and
 * command line all use this one model. Never reads a clock: the time is an argument.
 */
@NullMarked
package wistaxis.core.buttons;

import org.jspecify.annotations.NullMarked;
