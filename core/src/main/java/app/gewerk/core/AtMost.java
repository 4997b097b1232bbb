package app.gewerk.core;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * How many letters a text, or how many entries a list, set or map may have where it comes from outside. Without it the
 * usual limits hold: {@value #LETTERS} letters, {@value #ENTRIES} entries.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.RECORD_COMPONENT, ElementType.FIELD, ElementType.METHOD, ElementType.PARAMETER})
public @interface AtMost {
    int LETTERS = 500;
    int ENTRIES = 200;

    int value();
}
