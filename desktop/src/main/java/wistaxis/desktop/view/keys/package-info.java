/**
 * The coach: score, words and phone; on a ticket and in the drill.
 *
 * <p>{@link wistaxis.desktop.view.keys.CoachPane} is longer than 300 lines: every key of the coach and what it does stand in one
 * list.
 */
@NullMarked
package wistaxis.desktop.view.keys;

import org.jspecify.annotations.NullMarked;
