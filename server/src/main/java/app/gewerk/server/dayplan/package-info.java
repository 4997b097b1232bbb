/** What to work on now, and what can be promised. */
@NullMarked
package app.gewerk.server.dayplan;

import org.jspecify.annotations.NullMarked;
