/** Everything that happened. */
@NullMarked
package wistaxis.desktop.view.ledger;

import org.jspecify.annotations.NullMarked;
