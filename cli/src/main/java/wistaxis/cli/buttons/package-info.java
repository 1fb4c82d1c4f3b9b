/** Devices and their buttons: finding a model, its sequences, margins, cards and methods. */
@NullMarked
package wistaxis.cli.buttons;

import org.jspecify.annotations.NullMarked;
