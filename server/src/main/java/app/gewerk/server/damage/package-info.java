/** The tooth map of a job's gear and what it says. */
@NullMarked
package app.gewerk.server.damage;

import org.jspecify.annotations.NullMarked;
