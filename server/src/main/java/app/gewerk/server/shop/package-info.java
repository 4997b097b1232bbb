/** Who works here, what day it is, and the rack of trays. */
@NullMarked
package app.gewerk.server.shop;

import org.jspecify.annotations.NullMarked;
