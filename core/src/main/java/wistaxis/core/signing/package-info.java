/**
 * The signing service's answer: the statement it signs and how it is verified. Uses the JDK's own Ed25519.
 */
@NullMarked
package wistaxis.core.signing;

import org.jspecify.annotations.NullMarked;
