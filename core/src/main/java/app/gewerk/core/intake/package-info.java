/** Taking a machine in: how old it is, whether it is worth doing, whether it may be powered. */
@NullMarked
package app.gewerk.core.intake;

import org.jspecify.annotations.NullMarked;
