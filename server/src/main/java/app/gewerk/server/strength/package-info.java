/** Strength of teeth and materials, without a job. */
@NullMarked
package app.gewerk.server.strength;

import org.jspecify.annotations.NullMarked;
