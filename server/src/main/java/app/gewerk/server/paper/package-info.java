/** Pages to print: text in any script, lines and shapes at true size. */
@NullMarked
package app.gewerk.server.paper;

import org.jspecify.annotations.NullMarked;
