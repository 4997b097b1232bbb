/** What can hurt someone, by kind of machine. */
@NullMarked
package app.gewerk.core.caution;

import org.jspecify.annotations.NullMarked;
