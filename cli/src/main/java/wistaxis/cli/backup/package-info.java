/** Backups of a shop's data: made, verified, brought back. */
@NullMarked
package wistaxis.cli.backup;

import org.jspecify.annotations.NullMarked;
