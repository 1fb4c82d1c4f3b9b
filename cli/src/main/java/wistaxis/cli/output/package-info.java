/** What every command has: words or JSON, the catalogue, a refusal, progress, a ledger; what is printed, and for whom. */
@NullMarked
package wistaxis.cli.output;

import org.jspecify.annotations.NullMarked;
