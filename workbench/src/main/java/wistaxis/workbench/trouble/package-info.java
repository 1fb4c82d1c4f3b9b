/** What is given to whoever helps when something does not work: nothing that names anybody. */
@NullMarked
package wistaxis.workbench.trouble;

import org.jspecify.annotations.NullMarked;
