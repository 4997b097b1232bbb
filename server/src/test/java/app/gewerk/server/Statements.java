package app.gewerk.server;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jooq.ExecuteContext;
import org.jooq.ExecuteListener;
import org.springframework.boot.jooq.autoconfigure.DefaultConfigurationCustomizer;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;

/** Counts the statements sent to PostgreSQL by the thread that asks; what goes on in the background does not count. */
@TestConfiguration(proxyBeanMethods = false)
public class Statements {
    private static final ThreadLocal<List<String>> SENT = ThreadLocal.withInitial(ArrayList::new);

    /** How many statements the work sends. */
    static int during(Runnable work) {
        return sent(work).size();
    }

    /** The statements that the work sends. */
    static List<String> sent(Runnable work) {
        SENT.get().clear();
        work.run();
        return List.copyOf(SENT.get());
    }

    @Bean
    DefaultConfigurationCustomizer countStatements() {
        return configuration -> configuration.setAppending(ExecuteListener.onExecuteStart(Statements::sent));
    }

    private static void sent(ExecuteContext context) {
        SENT.get().add(Objects.requireNonNullElse(context.sql(), "many at once"));
    }
}
