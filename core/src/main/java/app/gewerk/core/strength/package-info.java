/** What a tooth stands. */
@NullMarked
package app.gewerk.core.strength;

import org.jspecify.annotations.NullMarked;
