/** Matching gears on offer, and what they really cost when they arrive. */
@NullMarked
package app.gewerk.core.sourcing;

import org.jspecify.annotations.NullMarked;
