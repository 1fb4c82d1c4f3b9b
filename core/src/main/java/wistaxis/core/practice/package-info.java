/** How well hands land a sequence: the margins of every step, the chance for a given hand, practice and its plan. */
@org.jspecify.annotations.NullMarked
package wistaxis.core.practice;
