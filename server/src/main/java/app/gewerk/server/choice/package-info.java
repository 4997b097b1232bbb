/** Deciding how a gear is put right, and ordering it. */
@NullMarked
package app.gewerk.server.choice;

import org.jspecify.annotations.NullMarked;
