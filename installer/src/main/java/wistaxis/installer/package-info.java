/** Makes what is installed: a Java of the modules that are needed, the program in it, and the package of the system that this runs on. */
@NullMarked
package wistaxis.installer;

import org.jspecify.annotations.NullMarked;
