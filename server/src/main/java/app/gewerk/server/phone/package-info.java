/** A telephone that adds photographs to one job. */
@NullMarked
package app.gewerk.server.phone;

import org.jspecify.annotations.NullMarked;
