/**
 * Versions, the catalogue of builds, the choice among them with reasons, and the check of a firmware file: directory, manifest, digests,
 * signature. Reads only the file it is handed.
 *
 * <p>{@link wistaxis.core.firmware.ZipDirectory} is longer than 300 lines: each field of the format is read and mistrusted in one
 * place.
 */
@NullMarked
package wistaxis.core.firmware;

import org.jspecify.annotations.NullMarked;
