/** What a machine is made of: its parts in the order of the drive, and what has to come off to reach them. */
@NullMarked
package app.gewerk.core.train;

import org.jspecify.annotations.NullMarked;
