/** Calls, pickups and unlock days as an iCalendar file, published: RFC 5545, for the calendars that people carry with them. */
@NullMarked
package wistaxis.store.calendar;

import org.jspecify.annotations.NullMarked;
