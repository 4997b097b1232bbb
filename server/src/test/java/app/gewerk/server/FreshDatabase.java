package app.gewerk.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.UUID;
import org.springframework.boot.test.util.TestPropertyValues;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;

/** An empty database of its own for one application context, on the PostgreSQL that the test command started. */
public class FreshDatabase implements ApplicationContextInitializer<ConfigurableApplicationContext> {

    private static final String URL = "spring.datasource.url=";

    @Override
    public void initialize(ConfigurableApplicationContext context) {
        TestPropertyValues.of(properties()).applyTo(context);
    }

    static String[] properties() {
        String database = "server_" + UUID.randomUUID().toString().replace("-", "");
        execute("create database " + database);
        return new String[] {
            URL + address(database),
            "spring.datasource.username=" + System.getenv("GEWERK_TEST_DB_USER"),
            "spring.datasource.password=" + System.getenv("GEWERK_TEST_DB_PASSWORD"),
            "spring.datasource.hikari.maximum-pool-size=4",
            "gewerk.warm-up=false",
        };
    }

    /** The address among such properties. */
    static String url(String... properties) {
        return Arrays.stream(properties)
                .filter(p -> p.startsWith(URL))
                .findFirst()
                .orElseThrow()
                .substring(URL.length());
    }

    private static String address(String database) {
        String server = System.getenv("GEWERK_TEST_DB_URL");
        if (server == null) {
            throw new IllegalStateException("Run the tests with ./gewerk test, which starts PostgreSQL for them");
        }
        return server + database;
    }

    private static void execute(String sql) {
        try (Connection connection = DriverManager.getConnection(
                        address("postgres"),
                        System.getenv("GEWERK_TEST_DB_USER"),
                        System.getenv("GEWERK_TEST_DB_PASSWORD"));
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }
}
