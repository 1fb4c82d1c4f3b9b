/**
 * The ports to the world outside the core: signing service and firmware library. Adapters live in the store, simulated
 * services in the stand-ins.
 */
@NullMarked
package wistaxis.core.outside;

import org.jspecify.annotations.NullMarked;
