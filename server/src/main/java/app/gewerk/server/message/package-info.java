/** What is written to owners. */
@NullMarked
package app.gewerk.server.message;

import org.jspecify.annotations.NullMarked;
