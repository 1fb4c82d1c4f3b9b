/** What the people of the bench practised, how their hands are, and the shop's own key sequences. */
@NullMarked
package wistaxis.workbench.practice;

import org.jspecify.annotations.NullMarked;
