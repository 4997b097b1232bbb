/** What the shop goes by: the knowledge that ships, and what the shop put in place of some of it. */
@NullMarked
package app.gewerk.server.knowledge;

import org.jspecify.annotations.NullMarked;
