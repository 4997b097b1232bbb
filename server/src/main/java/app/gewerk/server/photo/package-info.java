/** Photographs of a job, and the arrows and circles drawn on them. */
@NullMarked
package app.gewerk.server.photo;

import org.jspecify.annotations.NullMarked;
