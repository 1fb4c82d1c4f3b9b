/**
 * The staged restore run: a fold over time, the device's mode and two outside answers (firmware file, signing).
 */
@NullMarked
package wistaxis.core.restore;

import org.jspecify.annotations.NullMarked;
