/**
 * The bench as a whole: the plan of a day (which ticket needs hands when) and how long things take here. Pure functions over facts and
 * ledger entries.
 */
@NullMarked
package wistaxis.core.bench;

import org.jspecify.annotations.NullMarked;
