/** Press fits and backlash, without a job. */
@NullMarked
package app.gewerk.server.fit;

import org.jspecify.annotations.NullMarked;
