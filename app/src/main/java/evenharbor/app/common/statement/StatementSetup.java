package evenharbor.app.common.statement;

import java.util.List;
import javax.sql.DataSource;
import net.ttddyy.dsproxy.ExecutionInfo;
import net.ttddyy.dsproxy.QueryInfo;
import net.ttddyy.dsproxy.listener.QueryExecutionListener;
import net.ttddyy.dsproxy.support.ProxyDataSourceBuilder;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Puts the counting between the pool of connections and all that uses it. */
@Configuration
class StatementSetup {

    @Bean
    static BeanPostProcessor countingDataSource() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof DataSource source
                        ? ProxyDataSourceBuilder.create(source)
                                .listener(new Counting())
                                .build()
                        : bean;
            }
        };
    }

    private static final class Counting implements QueryExecutionListener {
        @Override
        public void beforeQuery(ExecutionInfo execution, List<QueryInfo> queries) {
            // Counted when it is known how long it took.
        }

        @Override
        public void afterQuery(ExecutionInfo execution, List<QueryInfo> queries) {
            Statements.here().sent(1, execution.getElapsedTime());
        }
    }
}
