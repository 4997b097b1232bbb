/** What a process does by itself: it warms up before anybody asks, so that the first who asks does not wait, and gives memory back at rest. */
@NullMarked
package app.gewerk.server.warmup;

import org.jspecify.annotations.NullMarked;
