/**
 * A route is rules with reasons: facts in, the steps in order out, each with what it keeps, minutes and why.
 * The rules are a resource file; this package only applies them.
 */
@NullMarked
package wistaxis.core.route;

import org.jspecify.annotations.NullMarked;
