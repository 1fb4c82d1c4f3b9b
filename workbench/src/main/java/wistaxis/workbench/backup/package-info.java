/** The shop's backups: when one is due, how it goes on, and whether bringing one back was rehearsed. */
@NullMarked
package wistaxis.workbench.backup;

import org.jspecify.annotations.NullMarked;
