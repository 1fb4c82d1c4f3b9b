/** What the shop prefers, what its ledger shows and what the host is, brought to the routes of its tickets. */
@NullMarked
package wistaxis.workbench.route;

import org.jspecify.annotations.NullMarked;
