/** From what a caliper shows to which gear it is. */
@NullMarked
package app.gewerk.core.reading;

import org.jspecify.annotations.NullMarked;
