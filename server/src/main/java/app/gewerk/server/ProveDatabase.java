package app.gewerk.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Objects;
import org.flywaydb.core.Flyway;

/**
 * Whether the database that a backup was read into is Gewerk's and can be worked with: its history of migrations is
 * ours, it goes up to today's schema, and every constraint of that schema holds. Says how many jobs, journal lines and
 * photographs stand in it, or ends with 1 and says why not.
 */
public final class ProveDatabase {
    private static final List<String> COUNTED = List.of("job", "journal", "photo");

    private ProveDatabase() {}

    public static void main(String[] arguments) {
        String url = Objects.requireNonNull(System.getenv("GEWERK_DB_URL"), "GEWERK_DB_URL");
        String user = Objects.requireNonNull(System.getenv("GEWERK_DB_USER"), "GEWERK_DB_USER");
        String password = Objects.requireNonNull(System.getenv("GEWERK_DB_PASSWORD"), "GEWERK_DB_PASSWORD");
        try {
            Flyway flyway = Flyway.configure().dataSource(url, user, password).load();
            if (flyway.info().applied().length == 0) {
                throw new IllegalStateException("It is not Gewerk's: it has no history of Gewerk's migrations");
            }
            flyway.migrate();
            try (Connection connection = DriverManager.getConnection(url, user, password)) {
                System.out.println(counts(connection));
            }
        } catch (RuntimeException | SQLException wrong) {
            System.err.println(wrong.getMessage());
            System.exit(1);
        }
    }

    private static String counts(Connection connection) throws SQLException {
        try (Statement asking = connection.createStatement()) {
            requireNone(asking, "select count(*) from pg_constraint where not convalidated");
            requireNone(asking, "select count(*) from pg_index where not indisvalid");
            StringBuilder counts = new StringBuilder();
            for (String table : COUNTED) {
                counts.append(counts.isEmpty() ? "" : " ").append(number(asking, "select count(*) from " + table));
            }
            return counts.toString();
        }
    }

    private static void requireNone(Statement asking, String question) throws SQLException {
        if (number(asking, question) != 0) {
            throw new IllegalStateException("Constraints or indexes of the backup are missing or broken");
        }
    }

    private static long number(Statement asking, String question) throws SQLException {
        try (ResultSet answer = asking.executeQuery(question)) {
            answer.next();
            return answer.getLong(1);
        }
    }
}
