/**
 * Who does what when, over all open jobs: the bench as values (jobs with their tasks, people, ports, one connection), what makes a schedule
 * legal, what it costs, and the list schedule that answers at once. Whoever plans better does so through {@link Planner}; whatever comes
 * of it is held against {@link Legal}.
 * {@code Dispatch} is longer than 300 lines: one loop over one state, kept together for speed.
 */
@NullMarked
package wistaxis.core.plan;

import org.jspecify.annotations.NullMarked;
