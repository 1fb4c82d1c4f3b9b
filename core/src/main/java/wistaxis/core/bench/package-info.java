/**
 * Time: the simulated clock, the plan of a day (which ticket needs hands when), how long things take here, the window of the mode,
 * business days.
 * Pure functions over facts and ledger entries.
 */
@NullMarked
package wistaxis.core.bench;

import org.jspecify.annotations.NullMarked;
