/** Gear geometry without a job. */
@NullMarked
package app.gewerk.server.gear;

import org.jspecify.annotations.NullMarked;
