package evenharbor.app.common.web;

import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;

/** The description of the API: what programs of others and the interface's own types are made from. */
@Configuration
class ApiDescription {

    private static final String SUMMARIES = "api-summaries.txt";
    private static final String PROMISE =
            "What the interface does, and more: each screen asks by these operations alone. Within a version members and"
                    + " operations come, and none goes or changes its meaning. Errors are RFC 9457.";

    /** What each operation does, in a line of the file for each. */
    static Map<String, String> summaries() throws IOException {
        Map<String, String> all = new LinkedHashMap<>();
        String text = new ClassPathResource(SUMMARIES).getContentAsString(StandardCharsets.UTF_8);
        text.lines().map(line -> line.split("\\s+", 3)).forEach(line -> all.put(line[0] + " " + line[1], line[2]));
        return all;
    }

    /** Each operation says what it does, and has a name that stays. */
    @Bean
    OpenApiCustomizer saidInWords() throws IOException {
        Map<String, String> summaries = summaries();
        return api -> api.getPaths()
                .forEach((path, item) -> item.readOperationsMap().forEach((method, operation) -> {
                    operation.setSummary(summaries.get(method + " " + path));
                    operation.setOperationId(OperationNames.of(method.name(), path));
                }));
    }

    /** Every member of every record is there in each answer; what may be empty says so by being nullable. */
    @Bean
    OpenApiCustomizer everythingRequired() {
        return api -> {
            api.setInfo(new Info().title("Even Harbor").version("1").description(PROMISE));
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
