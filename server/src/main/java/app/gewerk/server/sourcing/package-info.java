/** Asking sellers and working out what their gears cost on the bench. */
@NullMarked
package app.gewerk.server.sourcing;

import org.jspecify.annotations.NullMarked;
