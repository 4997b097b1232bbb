package app.gewerk.server.shop;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Optional;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.stereotype.Repository;

/** Tells PostgreSQL which shop a connection works for. */
@Repository
class ScopeStore {
    private static final String WORKS_FOR = "select set_config('gewerk.shop', ?, false)";

    private final DataSource connections;

    ScopeStore(DataSource connections) {
        this.connections = connections;
    }

    /** The connection of the transaction under way. */
    void worksFor(Optional<Long> shopId) {
        Connection connection = DataSourceUtils.getConnection(connections);
        try {
            tell(connection, shopId);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        } finally {
            DataSourceUtils.releaseConnection(connection, connections);
        }
    }

    private static void tell(Connection connection, Optional<Long> shopId) throws SQLException {
        try (PreparedStatement telling = connection.prepareStatement(WORKS_FOR)) {
            telling.setString(1, shopId.map(String::valueOf).orElse(""));
            telling.execute();
        }
    }

    /** Every connection is told the shop of the thread that takes it, before anything else is said on it. */
    private static final class Told extends DelegatingDataSource {
        Told(DataSource untold) {
            super(untold);
        }

        @Override
        public Connection getConnection() throws SQLException {
            Connection connection = super.getConnection();
            try {
                tell(connection, ShopScope.shopId());
                return connection;
            } catch (SQLException failed) {
                connection.close();
                throw failed;
            }
        }
    }

    @Configuration(proxyBeanMethods = false)
    static class Connections {
        @Bean
        static BeanPostProcessor connectionsAreTold() {
            return new BeanPostProcessor() {
                @Override
                public @Nullable Object postProcessAfterInitialization(Object bean, String name) {
                    return bean instanceof DataSource source ? new Told(source) : bean;
                }
            };
        }
    }
}
