/**
 * The coach: score, words and phone; on a ticket and in the drill.
 *
 * <p>{@link wistaxis.desktop.view.buttons.CoachPane} is longer than 300 lines: every button of the coach and what it does stand in one
 * list.
 */
@NullMarked
package wistaxis.desktop.view.buttons;

import org.jspecify.annotations.NullMarked;
