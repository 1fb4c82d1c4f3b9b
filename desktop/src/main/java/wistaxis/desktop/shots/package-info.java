/** Makes the pictures of the documentation from the demo data, by one command. */
@NullMarked
package wistaxis.desktop.shots;

import org.jspecify.annotations.NullMarked;
