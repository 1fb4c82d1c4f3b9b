/**
 * The command line: the same core as the window, JSON in and out. Results go to standard output, errors to standard error;
 * exit status 0 for success, 1 for a refusal, 2 for bad use.
 */
@NullMarked
package wistaxis.cli;

import org.jspecify.annotations.NullMarked;
