/** Tickets: listed, shown, opened, led on by one command each, routed, planned, walked. */
@NullMarked
package wistaxis.cli.ticket;

import org.jspecify.annotations.NullMarked;
