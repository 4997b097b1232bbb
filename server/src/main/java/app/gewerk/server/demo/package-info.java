/** An invented workshop, entered through the same services as real use. */
@NullMarked
package app.gewerk.server.demo;

import org.jspecify.annotations.NullMarked;
