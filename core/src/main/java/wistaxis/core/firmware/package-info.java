/**
 * Versions, the catalogue of builds, the choice among them with reasons, and the check of a package: directory, manifest, digests,
 * signature.
 * Reads only the file it is handed.
 */
@NullMarked
package wistaxis.core.firmware;

import org.jspecify.annotations.NullMarked;
