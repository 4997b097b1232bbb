/** What the shop has on its shelves, what sellers list, and what parts are called. */
@NullMarked
package app.gewerk.server.stores;

import org.jspecify.annotations.NullMarked;
