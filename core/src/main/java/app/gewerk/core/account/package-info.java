/** Who may do what in a shop, and what a secret must be like. */
@NullMarked
package app.gewerk.core.account;

import org.jspecify.annotations.NullMarked;
