/** Drawings, bodies and files that make a gear, and the printers they are made on. */
@NullMarked
package app.gewerk.server.making;

import org.jspecify.annotations.NullMarked;
