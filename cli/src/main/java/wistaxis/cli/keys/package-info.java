/** Devices and their keys: finding a model, its sequences, margins, cards and schools. */
@NullMarked
package wistaxis.cli.keys;

import org.jspecify.annotations.NullMarked;
