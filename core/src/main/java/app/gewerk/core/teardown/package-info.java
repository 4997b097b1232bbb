/** The teardown ledger: what came off, in which order, where it lies. */
@NullMarked
package app.gewerk.core.teardown;

import org.jspecify.annotations.NullMarked;
