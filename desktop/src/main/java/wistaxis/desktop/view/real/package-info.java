/**
 * What is seen of a real device: by USB, and by whoever stands at the bench.
 *
 * <p>{@link wistaxis.desktop.view.real.ComputerRunView} is longer than 300 lines: one page with what the computer does, what is seen there
 * and what went wrong.
 */
@NullMarked
package wistaxis.desktop.view.real;

import org.jspecify.annotations.NullMarked;
