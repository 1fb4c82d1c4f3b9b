package wistaxis.core.firmware;

import java.nio.file.Path;

/**
 * What has come of a firmware file before the program ended, and that no download goes on with yet.
 *
 * @param file that it was to become
 * @param sha256 of the whole firmware file
 */
public record Leftover(Path file, long bytes, String sha256) {}
