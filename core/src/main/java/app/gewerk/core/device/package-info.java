/** What is learned of machines: how long mends last, how well Gewerk itself did. */
@NullMarked
package app.gewerk.core.device;

import org.jspecify.annotations.NullMarked;
