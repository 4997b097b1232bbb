/** Machines that came back, and how long mends last. */
@NullMarked
package app.gewerk.server.lasting;

import org.jspecify.annotations.NullMarked;
