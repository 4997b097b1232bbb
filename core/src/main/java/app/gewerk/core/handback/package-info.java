/** What the owner gets: the bill, by the rules of arithmetic of EN 16931, and how long the mend is warranted. */
@NullMarked
package app.gewerk.core.handback;

import org.jspecify.annotations.NullMarked;
