/**
 * The staged restore run: a fold over time, the device's mode and two outside answers (package, signing).
 */
@NullMarked
package wistaxis.core.restore;

import org.jspecify.annotations.NullMarked;
