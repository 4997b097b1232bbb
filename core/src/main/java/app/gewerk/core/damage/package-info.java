/** The tooth map and what its pattern says. */
@NullMarked
package app.gewerk.core.damage;

import org.jspecify.annotations.NullMarked;
