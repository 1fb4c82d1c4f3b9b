/**
 * Which device is this: the catalogue of models, their button layout, plug and buttons, and how each is found by
 * identifier, A-number or name. Depends on facts only.
 */
@NullMarked
package wistaxis.core.device;

import org.jspecify.annotations.NullMarked;
