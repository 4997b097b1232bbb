/** Gear geometry in the terms of ISO 21771. Lengths in mm; angles in degrees at the edges, radians inside. */
@NullMarked
package app.gewerk.core.gear;

import org.jspecify.annotations.NullMarked;
