/** What closing a machine up needs: oils and greases. */
@NullMarked
package app.gewerk.core.closeup;

import org.jspecify.annotations.NullMarked;
