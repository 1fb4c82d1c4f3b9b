/**
 * What the people of the bench practised, how their hands are, and the shop's own button sequences.
 *
 * <p>{@link wistaxis.workbench.practice.Coaching} is longer than 300 lines: a method for each thing that hands, buttons and the computer
 * can do to it; its states are apart.
 */
@NullMarked
package wistaxis.workbench.practice;

import org.jspecify.annotations.NullMarked;
