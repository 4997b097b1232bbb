/** Ranking what may be wrong from what was seen and heard. */
@NullMarked
package app.gewerk.core.diagnosis;

import org.jspecify.annotations.NullMarked;
