/**
 * The bench at work: the facade that window and command line hold, and the one place where it is put together. Everything else lies in a
 * room, which takes the few collaborators that it needs and looks only at rooms below it: computer, life, command, ticket, plan, people,
 * practice, firmware, route, document, usb, desk. {@link wistaxis.workbench.Workbench} and
 * {@code Composition} are longer than 300 lines, as each part is named in them once. Nothing here
 * draws, and nothing knows a stand-in: outside
 * comes in through {@link wistaxis.workbench.life.World}.
 */
@NullMarked
package wistaxis.workbench;

import org.jspecify.annotations.NullMarked;
