/** The rules of the job: plain Java, no framework, no clock of its own. One package a feature of the bench. */
@NullMarked
package app.gewerk.core;

import org.jspecify.annotations.NullMarked;
