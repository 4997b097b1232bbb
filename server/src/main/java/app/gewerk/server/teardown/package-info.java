/** The teardown ledger of a job, and a model's way in. */
@NullMarked
package app.gewerk.server.teardown;

import org.jspecify.annotations.NullMarked;
