/** Observations of a job and what they point to. */
@NullMarked
package app.gewerk.server.diagnosis;

import org.jspecify.annotations.NullMarked;
