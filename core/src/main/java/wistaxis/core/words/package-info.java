/** What is said to people: texts are keys with arguments until they are shown, and message files have the words of each language. */
@NullMarked
package wistaxis.core.words;

import org.jspecify.annotations.NullMarked;
