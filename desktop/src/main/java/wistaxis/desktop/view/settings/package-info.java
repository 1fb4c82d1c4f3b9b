/** What the shop has chosen, and how the window looks. */
@NullMarked
package wistaxis.desktop.view.settings;

import org.jspecify.annotations.NullMarked;
