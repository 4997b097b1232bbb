package app.gewerk.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.function.Function;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.context.TestComponent;

/** The owner of the tables, whom no policy binds: looks at what stands in them, beside the application. */
@TestComponent
public class Owner {
    private final String url;
    private final String user;
    private final String password;

    Owner(
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.url = url;
        this.user = user;
        this.password = password;
    }

    public <T> T ask(Function<DSLContext, T> question) {
        try (Connection connection = DriverManager.getConnection(url, user, password)) {
            return question.apply(DSL.using(connection));
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    public int execute(String statement, Object... values) {
        return ask(sql -> sql.execute(statement, values));
    }

    /** The first value of the one row there is. */
    public <T> T value(Class<T> type, String question, Object... values) {
        return ask(sql -> sql.fetchSingle(question, values).get(0, type));
    }
}
