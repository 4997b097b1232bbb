/** Small simulated outside services that ship with Gewerk. */
@NullMarked
package app.gewerk.server.standin;

import org.jspecify.annotations.NullMarked;
