/** What a process does by itself: it warms up before anybody asks, so that the first who asks does not wait. */
@NullMarked
package app.gewerk.server.warmup;

import org.jspecify.annotations.NullMarked;
