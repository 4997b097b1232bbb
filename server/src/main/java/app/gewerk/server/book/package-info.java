/** The page of a model in the device book, and the book that travels from shop to shop. */
@NullMarked
package app.gewerk.server.book;

import org.jspecify.annotations.NullMarked;
