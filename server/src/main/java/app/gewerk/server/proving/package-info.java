/** The trials before a machine goes back, what it read before and after, and how long it ran. */
@NullMarked
package app.gewerk.server.proving;

import org.jspecify.annotations.NullMarked;
