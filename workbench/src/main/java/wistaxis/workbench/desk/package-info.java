/** What lies on the bench for a ticket: the device, its keys, its firmware, and the run that writes it. */
@NullMarked
package wistaxis.workbench.desk;

import org.jspecify.annotations.NullMarked;
