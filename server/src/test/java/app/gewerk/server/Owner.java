package app.gewerk.server;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.function.Function;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.context.TestComponent;

/** The owner of the tables, whom no policy binds: looks at what stands in them, beside the application. */
@TestComponent
public class Owner implements AutoCloseable {
    private final String url;
    private final String user;
    private final String password;

    /** Kept open: that the password is the right one takes longer to find out than most answers. */
    private @Nullable Connection kept;

    Owner(
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.url = url;
        this.user = user;
        this.password = password;
    }

    public synchronized <T> T ask(Function<DSLContext, T> question) {
        try {
            if (kept == null || !kept.isValid(1)) {
                kept = DriverManager.getConnection(url, user, password);
            }
            return question.apply(DSL.using(kept));
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Override
    public synchronized void close() throws SQLException {
        if (kept != null) {
            kept.close();
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
