/**
 * The bench at work: the facade that window and command line hold, and what is not in a room of its own yet: routes, firmware in stock,
 * plans, the drill, and the desk of a ticket (its firmware, its keys, its run). Nothing here draws, and nothing knows a stand-in: outside
 * comes in through {@link wistaxis.workbench.World}.
 */
@NullMarked
package wistaxis.workbench;

import org.jspecify.annotations.NullMarked;
