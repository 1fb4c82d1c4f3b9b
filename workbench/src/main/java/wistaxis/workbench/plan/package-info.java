/** When who needs hands: the plan over all open tickets. */
@NullMarked
package wistaxis.workbench.plan;

import org.jspecify.annotations.NullMarked;
