/** What every page of the window is, and what it sees of the window; the pages know no other page but what they show a part of. */
@NullMarked
package wistaxis.desktop.view.page;

import org.jspecify.annotations.NullMarked;
