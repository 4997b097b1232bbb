/** Who may come in, as whom, and what they may do. */
@NullMarked
package app.gewerk.server.account;

import org.jspecify.annotations.NullMarked;
