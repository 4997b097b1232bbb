/** Gears on their shafts and beside their mates: press fits, and room that changes with warmth and water. */
@NullMarked
package app.gewerk.core.fit;

import org.jspecify.annotations.NullMarked;
