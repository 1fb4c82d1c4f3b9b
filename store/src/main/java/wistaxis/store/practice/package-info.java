/** What people practised and how their hands are, kept per person. */
@NullMarked
package wistaxis.store.practice;

import org.jspecify.annotations.NullMarked;
