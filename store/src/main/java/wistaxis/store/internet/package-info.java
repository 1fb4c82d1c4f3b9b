/**
 * The line to the outside: firmware library, download and signing service over HTTP. Blocking calls, to be made off the
 * interface thread.
 */
@NullMarked
package wistaxis.store.internet;

import org.jspecify.annotations.NullMarked;
