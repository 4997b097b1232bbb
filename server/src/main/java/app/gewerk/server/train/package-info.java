/** Trains of gears without a job. */
@NullMarked
package app.gewerk.server.train;

import org.jspecify.annotations.NullMarked;
