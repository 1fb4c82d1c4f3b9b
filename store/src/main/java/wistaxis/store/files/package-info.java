/**
 * Files with care: whole or not there, read with a limit, side files that cost no more than themselves, what is wrong with a disk in
 * words, who holds a folder.
 * Everything that writes goes through here or through the database.
 */
@NullMarked
package wistaxis.store.files;

import org.jspecify.annotations.NullMarked;
