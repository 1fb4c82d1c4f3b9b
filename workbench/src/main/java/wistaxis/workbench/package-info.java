/**
 * The bench at work: everything that the window and the command line share. Each class has one subject: tickets at work, the bench's
 * time, plans, firmware in stock, routes, practice, and the desks of a
 * ticket with its keys, its firmware and its run. Nothing here draws, and nothing knows a stand-in: outside comes in through
 * {@link wistaxis.workbench.World}.
 */
@NullMarked
package wistaxis.workbench;

import org.jspecify.annotations.NullMarked;
