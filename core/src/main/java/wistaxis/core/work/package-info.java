/** What may be done next on a ticket, and why not: asked by the window, the command line and the tests alike. */
@NullMarked
package wistaxis.core.work;

import org.jspecify.annotations.NullMarked;
