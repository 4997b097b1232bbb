/** What is on the shelves, what lists say, what parts are called, and how to find one. */
@NullMarked
package app.gewerk.core.stores;

import org.jspecify.annotations.NullMarked;
