/** What is seen of a real device: by USB, and by whoever stands at the bench. */
@NullMarked
package wistaxis.desktop.view.real;

import org.jspecify.annotations.NullMarked;
