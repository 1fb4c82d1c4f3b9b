/** A real PostgreSQL server that tests and measurements start, and a wire to it that can be cut. Ships with nothing. */
@NullMarked
package wistaxis.testserver;

import org.jspecify.annotations.NullMarked;
