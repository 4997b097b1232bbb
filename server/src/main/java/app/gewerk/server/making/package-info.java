/** Drawings and sheets of a gear at true size. */
@NullMarked
package app.gewerk.server.making;

import org.jspecify.annotations.NullMarked;
