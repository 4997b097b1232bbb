/** What gears, shafts and cases are made of, and what that stands. */
@NullMarked
package app.gewerk.core.material;

import org.jspecify.annotations.NullMarked;
