/**
 * Who the customers are: kept sealed beside the ledger, so that nothing of them is in it, found again, and forgotten when it is asked for.
 */
@NullMarked
package wistaxis.workbench.people;

import org.jspecify.annotations.NullMarked;
