/** The machines seen so far. */
@NullMarked
package app.gewerk.server.device;

import org.jspecify.annotations.NullMarked;
