/** A job's places and steps, and which moves between them make sense. */
@NullMarked
package app.gewerk.core.job;

import org.jspecify.annotations.NullMarked;
