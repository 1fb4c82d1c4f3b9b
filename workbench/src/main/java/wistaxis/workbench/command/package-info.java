/**
 * The one way in: whatever changes a ticket is given here as a command, and answered with a result. Knows where tickets are kept, who seals
 * what is personal and what lies around only by its own ports; window, command line, USB and the simulated world all give their commands
 * here.
 */
@NullMarked
package wistaxis.workbench.command;

import org.jspecify.annotations.NullMarked;
