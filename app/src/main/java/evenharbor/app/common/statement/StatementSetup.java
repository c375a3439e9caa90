package evenharbor.app.common.statement;

import evenharbor.app.common.transaction.SeenConnection;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Set;
import javax.sql.DataSource;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/** Puts the counting between the pool of connections and all that uses it: what a connection prepares is counted. */
@Configuration
class StatementSetup {

    private static final Set<String> COUNTED = Set.of("prepareStatement", "createStatement", "prepareCall");

    @Bean
    static BeanPostProcessor countingDataSource() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof DataSource source ? new Counting(source) : bean;
            }
        };
    }

    private static final class Counting extends DelegatingDataSource {

        Counting(DataSource source) {
            super(source);
        }

        @Override
        public Connection getConnection() throws SQLException {
            return SeenConnection.of(super.getConnection(), method -> {
                if (COUNTED.contains(method)) {
                    Statements.here().sent();
                }
            });
        }
    }
}
