/** The whole job read back. */
@NullMarked
package app.gewerk.server.handback;

import org.jspecify.annotations.NullMarked;
