/**
 * Which device is this, when nothing printed on it can be read: questions about its looks, the most telling one first.
 * Called by window and command line; depends on the device catalogue only.
 */
@NullMarked
package wistaxis.core.identify;

import org.jspecify.annotations.NullMarked;
