/** What goes to the outside, and how one speaks to it. */
@NullMarked
package app.gewerk.server.outside;

import org.jspecify.annotations.NullMarked;
