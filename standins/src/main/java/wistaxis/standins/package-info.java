/**
 * The small world outside: a firmware library and a signing service on loopback, with faults on demand, and the firmware files they
 * serve. Everything here is invented; the private key that ships with it signs nothing but stand-in firmware files.
 */
@NullMarked
package wistaxis.standins;

import org.jspecify.annotations.NullMarked;
