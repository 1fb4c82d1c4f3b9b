/**
 * What is seen of a real device: by USB, and by whoever stands at the bench.
 *
 * <p>{@link wistaxis.desktop.view.real.HostRunView} is longer than 300 lines: one page with what the host does, what is seen there
 * and what went wrong.
 */
@NullMarked
package wistaxis.desktop.view.real;

import org.jspecify.annotations.NullMarked;
