package evenharbor.app.common.web;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.util.ArrayList;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the API that the interface's types are made from. */
@Configuration
class ApiDescription {

    /** Every member of every record is there in each answer; what may be empty says so by being nullable. */
    @Bean
    OpenApiCustomizer everythingRequired() {
        return api -> {
            api.setInfo(new Info().title("Even Harbor").version("1"));
            api.setServers(null);
            for (Object each : api.getComponents().getSchemas().values()) {
                @SuppressWarnings("unchecked")
                Map<String, Schema<?>> members = ((Schema<Object>) each).getProperties() == null
                        ? Map.of()
                        : (Map<String, Schema<?>>) (Map<?, ?>) ((Schema<Object>) each).getProperties();
                if (!members.isEmpty()) {
                    ((Schema<?>) each).setRequired(new ArrayList<>(members.keySet()));
                }
            }
        };
    }
}
