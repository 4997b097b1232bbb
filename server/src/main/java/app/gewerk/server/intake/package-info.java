/** Taking a machine in, and its cautions. */
@NullMarked
package app.gewerk.server.intake;

import org.jspecify.annotations.NullMarked;
