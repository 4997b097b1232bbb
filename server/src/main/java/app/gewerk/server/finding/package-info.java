/** Where a part can be had: on the shelf, on a donor, from a seller, from files made before. */
@NullMarked
package app.gewerk.server.finding;

import org.jspecify.annotations.NullMarked;
