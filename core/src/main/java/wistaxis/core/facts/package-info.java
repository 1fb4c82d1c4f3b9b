/**
 * Reads facts and other JSON into records and says exactly what is wrong with bad ones: entry, line, what to do. Sizes, rates and spans
 * with their units.
 * Everything else in the core uses it; it uses nothing of ours.
 */
@NullMarked
package wistaxis.core.facts;

import org.jspecify.annotations.NullMarked;
