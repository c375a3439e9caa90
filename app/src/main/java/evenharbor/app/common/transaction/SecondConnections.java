package evenharbor.app.common.transaction;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import jakarta.annotation.PreDestroy;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.stereotype.Component;

/**
 * Who holds a connection and needs another one, as what follows a commit does, gets it from a pool beside the usual one:
 * else, when as many as there are connections change something at once, each would wait for the others to give theirs back.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class SecondConnections implements BeanPostProcessor {

    private static final int MOST = 8;
    private static final ThreadLocal<Integer> HELD = ThreadLocal.withInitial(() -> 0);

    private HikariDataSource second;

    @Override
    public Object postProcessAfterInitialization(Object bean, String name) {
        if (!(bean instanceof HikariDataSource first)) {
            return bean;
        }
        HikariConfig same = new HikariConfig();
        first.copyStateTo(same);
        same.setPoolName("second");
        same.setMaximumPoolSize(Math.min(MOST, first.getMaximumPoolSize()));
        same.setMinimumIdle(0);
        // Begun when one is asked for first, so that a start does not wait for it.
        second = new HikariDataSource();
        same.copyStateTo(second);
        return new Both(first, second);
    }

    @PreDestroy
    void end() {
        if (second != null) {
            second.close();
        }
    }

    private static final class Both extends DelegatingDataSource {
        private final HikariDataSource second;

        Both(HikariDataSource first, HikariDataSource second) {
            super(first);
            this.second = second;
        }

        @Override
        public Connection getConnection() throws SQLException {
            Connection connection = HELD.get() == 0 ? super.getConnection() : second.getConnection();
            HELD.set(HELD.get() + 1);
            return counted(connection);
        }

        private static Connection counted(Connection connection) {
            AtomicBoolean held = new AtomicBoolean(true);
            return (Connection) Proxy.newProxyInstance(
                    Both.class.getClassLoader(), new Class<?>[] {Connection.class}, (proxy, method, arguments) -> {
                        if (method.getName().equals("close") && held.compareAndSet(true, false)) {
                            HELD.set(Math.max(0, HELD.get() - 1));
                        }
                        try {
                            return method.invoke(connection, arguments);
                        } catch (InvocationTargetException e) {
                            throw e.getTargetException();
                        }
                    });
        }
    }
}
