/** What Gewerk goes by: the files it ships with, and what a shop has put in place of single values of theirs. */
@NullMarked
package app.gewerk.core.knowledge;

import org.jspecify.annotations.NullMarked;
