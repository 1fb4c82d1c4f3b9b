/**
 * Practice: attempts, progress and a person's timing.
 *
 * <p>{@link wistaxis.desktop.view.drill.DrillView} is longer than 300 lines: its three parts share one coach.
 */
@NullMarked
package wistaxis.desktop.view.drill;

import org.jspecify.annotations.NullMarked;
