/** What a fresh process does before anybody asks, so that the first who asks does not wait for it. */
@NullMarked
package app.gewerk.server.warmup;

import org.jspecify.annotations.NullMarked;
