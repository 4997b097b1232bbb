/** The ways to put a gear right: what each carries, how long it may last, what it costs, and which suits this owner. */
@NullMarked
package app.gewerk.core.choice;

import org.jspecify.annotations.NullMarked;
