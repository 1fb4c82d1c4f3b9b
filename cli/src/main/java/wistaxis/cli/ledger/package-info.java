/** The ledger: checked and exported; customers, documents and figures from it. */
@NullMarked
package wistaxis.cli.ledger;

import org.jspecify.annotations.NullMarked;
