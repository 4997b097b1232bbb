/** Gewerk's server: HTTP, PostgreSQL, files and stand-ins around the rules in core. */
@NullMarked
package app.gewerk.server;

import org.jspecify.annotations.NullMarked;
