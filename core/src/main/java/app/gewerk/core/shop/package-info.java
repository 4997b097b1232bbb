/** What to work on now, and what can be promised. */
@NullMarked
package app.gewerk.core.shop;

import org.jspecify.annotations.NullMarked;
