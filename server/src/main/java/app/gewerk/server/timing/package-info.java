/** Times that run for a tray, whether anybody looks or not. */
@NullMarked
package app.gewerk.server.timing;

import org.jspecify.annotations.NullMarked;
