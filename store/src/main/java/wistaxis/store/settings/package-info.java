/** What a shop has chosen for itself, kept as a side file of the data folder. */
@NullMarked
package wistaxis.store.settings;

import org.jspecify.annotations.NullMarked;
