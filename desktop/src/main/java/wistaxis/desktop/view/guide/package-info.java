/** What is done without a computer, one stop at a time. */
@NullMarked
package wistaxis.desktop.view.guide;

import org.jspecify.annotations.NullMarked;
