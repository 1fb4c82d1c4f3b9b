/**
 * The workbench behind the window: open tickets, the bench clock, and for each ticket a desk for device, firmware, keys and
 * restore. It joins the core to ledger and outside; views read it and call it, on the JavaFX thread only.
 */
@NullMarked
package wistaxis.desktop.app;

import org.jspecify.annotations.NullMarked;
