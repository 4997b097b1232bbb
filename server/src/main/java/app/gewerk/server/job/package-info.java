/** The open job: its place, its steps, its journal. */
@NullMarked
package app.gewerk.server.job;

import org.jspecify.annotations.NullMarked;
