package app.gewerk.server.http;

import app.gewerk.core.account.Right;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The right that an operation needs, or all of a controller's that change something; what reads and says nothing itself
 * needs {@link Right#LOOK}.
 */
@Target({ElementType.METHOD, ElementType.TYPE})
@Retention(RetentionPolicy.RUNTIME)
public @interface Needs {
    Right value();

    /** For whoever comes, with no name: what holds nothing of a shop. */
    @Target(ElementType.METHOD)
    @Retention(RetentionPolicy.RUNTIME)
    @interface Nothing {}

    /** Also for a telephone that was joined to the job of the address. */
    @Target(ElementType.METHOD)
    @Retention(RetentionPolicy.RUNTIME)
    @interface AlsoPhone {}
}
