/** The first day: a new bench is set up page by page, and a first ticket is led through in practice; what is new after an upgrade. */
@NullMarked
package wistaxis.desktop.view.first;

import org.jspecify.annotations.NullMarked;
