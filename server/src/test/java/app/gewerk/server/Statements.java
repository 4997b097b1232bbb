package app.gewerk.server;

import org.jooq.ExecuteContext;
import org.jooq.ExecuteListener;
import org.springframework.boot.jooq.autoconfigure.DefaultConfigurationCustomizer;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;

/** Counts the statements sent to PostgreSQL by the thread that asks; what goes on in the background does not count. */
@TestConfiguration(proxyBeanMethods = false)
public class Statements {
    private static final ThreadLocal<Integer> COUNT = ThreadLocal.withInitial(() -> 0);

    /** How many statements the work sends. */
    static int during(Runnable work) {
        COUNT.set(0);
        work.run();
        return COUNT.get();
    }

    @Bean
    DefaultConfigurationCustomizer countStatements() {
        return configuration -> configuration.setAppending(ExecuteListener.onStart(Statements::counted));
    }

    private static void counted(ExecuteContext context) {
        COUNT.set(COUNT.get() + 1);
    }
}
