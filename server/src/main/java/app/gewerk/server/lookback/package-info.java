/** Looking back over what the shop did: jobs, money, minutes, what failed, what came back. */
@NullMarked
package app.gewerk.server.lookback;

import org.jspecify.annotations.NullMarked;
