package app.gewerk.server;

import java.util.concurrent.atomic.AtomicInteger;
import org.jooq.ExecuteContext;
import org.jooq.ExecuteListener;
import org.springframework.boot.jooq.autoconfigure.DefaultConfigurationCustomizer;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;

/** Counts the statements sent to PostgreSQL. */
@TestConfiguration(proxyBeanMethods = false)
public class Statements {
    private static final AtomicInteger COUNT = new AtomicInteger();

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
        COUNT.incrementAndGet();
    }
}
