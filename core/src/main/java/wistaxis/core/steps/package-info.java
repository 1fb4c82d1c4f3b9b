/** The steps that can help a device, as data: what each erases, writes and needs. */
@NullMarked
package wistaxis.core.steps;

import org.jspecify.annotations.NullMarked;
