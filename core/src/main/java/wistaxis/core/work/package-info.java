/**
 * What may be done next on a ticket, and why not: asked by the window, the command line and the tests alike.
 *
 * <p>{@link wistaxis.core.work.Rules} and {@link wistaxis.core.work.Decision} are longer than 300 lines: all that may be asked of a
 * ticket, and a case for each command, stand in one place each.
 */
@NullMarked
package wistaxis.core.work;

import org.jspecify.annotations.NullMarked;
