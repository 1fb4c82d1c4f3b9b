/**
 * Lots at the bench: devices are added to one from a scanner or a list ({@link wistaxis.workbench.lot.Adding}), what is said once is said
 * of all ({@link wistaxis.workbench.lot.Lots}).
 */
@NullMarked
package wistaxis.workbench.lot;

import org.jspecify.annotations.NullMarked;
