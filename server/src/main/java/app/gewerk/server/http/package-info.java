/** What every feature shares at the HTTP edge: security, problems, the front end's files. */
@NullMarked
package app.gewerk.server.http;

import org.jspecify.annotations.NullMarked;
