/** What is told to people: as a code and its values until it is shown, then as words of one catalogue a language. */
@NullMarked
package app.gewerk.core.words;

import org.jspecify.annotations.NullMarked;
