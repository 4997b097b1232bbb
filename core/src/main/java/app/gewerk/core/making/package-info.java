/** Files to make or hold a gear against: true size, in millimetres. */
@NullMarked
package app.gewerk.core.making;

import org.jspecify.annotations.NullMarked;
