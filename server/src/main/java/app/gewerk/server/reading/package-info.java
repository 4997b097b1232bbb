/** Readings of a job's gear and which gear they make it. */
@NullMarked
package app.gewerk.server.reading;

import org.jspecify.annotations.NullMarked;
