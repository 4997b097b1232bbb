/** Whether it really works: the trials, before against after, and how much proof is enough. */
@NullMarked
package app.gewerk.core.proving;

import org.jspecify.annotations.NullMarked;
