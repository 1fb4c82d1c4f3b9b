/**
 * The conversation at the counter, and the route as it stands beside it.
 *
 * <p>{@link wistaxis.desktop.view.intake.AnswerPane} is longer than 300 lines: a way to answer for each kind of question.
 */
@NullMarked
package wistaxis.desktop.view.intake;

import org.jspecify.annotations.NullMarked;
