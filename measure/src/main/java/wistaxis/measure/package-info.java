/**
 * Measurements and the pictures of the documentation, made from the demo data, each by one command. Nothing here is shipped: who
 * only uses Wistaxis has no need of it.
 *
 * <p>{@link wistaxis.measure.Screenshots} is longer than 300 lines: a stretch of the demo for each picture.
 * {@link wistaxis.measure.KillsShared} is longer than 300 lines: who kills and who is killed are one program.
 */
@NullMarked
package wistaxis.measure;

import org.jspecify.annotations.NullMarked;
