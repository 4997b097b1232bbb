/** What closing up needs, without a job. */
@NullMarked
package app.gewerk.server.closeup;

import org.jspecify.annotations.NullMarked;
