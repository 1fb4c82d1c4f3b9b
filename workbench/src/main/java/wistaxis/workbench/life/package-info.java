/**
 * How long a bench lives and what it lives by: its time, what goes on beside it and comes back to its thread, whom it tells of changes, and
 * how it ends. Knows nothing of tickets; everything else of the workbench stands on it.
 */
@NullMarked
package wistaxis.workbench.life;

import org.jspecify.annotations.NullMarked;
