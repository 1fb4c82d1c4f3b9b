/** What the documents of a shop say, from the entries of a ticket alone. */
@NullMarked
package wistaxis.workbench.document;

import org.jspecify.annotations.NullMarked;
