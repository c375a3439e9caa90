package evenharbor.app.common.web;

import evenharbor.core.who.access.Endpoint;
import evenharbor.core.who.access.Endpoints;
import evenharbor.core.who.access.Right;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import io.swagger.v3.oas.models.tags.Tag;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.ClassPathResource;

/** The description of the API: what programs of others and the interface's own types are made from. */
@Configuration
class ApiDescription {

    private static final String SUMMARIES = "api-summaries.txt";
    private static final String TOKEN = "token";
    private static final String KEY = "Idempotency-Key";
    private static final String PROMISE = """
            What the interface does, and more: each screen asks by these operations alone.

            **Signing in.** A script sends a token of its account: `Authorization: Bearer TOKEN`.

            **Two at once.** What several may change has a revision, in its JSON and its `ETag`. Where an operation takes \
            `If-Match`, a change that carries the revision is refused with 412 when someone was faster; one without it is \
            done as things are.

            **Lists** come whole. With `limit` and `skip` they come page by page, and the `Link` field leads to the pages \
            around. What happened comes the latest first; `before` takes the `id` of the last entry and leads further back.

            **Asked again.** Each JSON answer has an `ETag`; with it in `If-None-Match`, 304 says that nothing has changed.

            **Twice by mistake.** Any POST takes an `Idempotency-Key`: sent again with the same one within two days it is \
            not done again, and answered as the first time.

            **Limits.** `RateLimit-Policy` and `RateLimit` in each answer say how many requests may come, and how many are \
            left; 429 says with `Retry-After` when to go on.

            **Errors** are RFC 9457; their `type` stays, their sentences are for people.

            **Change.** Within a version members and operations come, and none goes or changes its meaning. Programs pass \
            over members that they do not know.
            """;

    /** Where operations stand, by the group that their package is in: a name for programs, and words. */
    private static final Map<String, Tag> TAGS = new LinkedHashMap<>();

    static {
        TAGS.put("what", tag("What", "Drafts, versions, findings and pages"));
        TAGS.put("harbor", tag("Live", "Publishing, previews, reviews and sharing"));
        TAGS.put("where", tag("Where", "Addresses, domains, HTTPS, redirects and visits"));
        TAGS.put("hosting", tag("Hosts", "Copies elsewhere, and what all costs"));
        TAGS.put("when", tag("When", "Plans, the past, and what is kept"));
        TAGS.put("who", tag("Who", "People, access and notices"));
        TAGS.put("overview", tag("Overview", "All sites, checks and other programs"));
        TAGS.put("common", tag("Harbor", "The harbor itself"));
        TAGS.put("practice", tag("Practice", "The practice harbor, where it runs"));
    }

    private static Tag tag(String name, String words) {
        return new Tag().name(name).description(words);
    }

    /** What each operation does, in a line of the file for each. */
    static Map<String, String> summaries() throws IOException {
        Map<String, String> all = new LinkedHashMap<>();
        String text = new ClassPathResource(SUMMARIES).getContentAsString(StandardCharsets.UTF_8);
        text.lines().map(line -> line.split("\\s+", 3)).forEach(line -> all.put(line[0] + " " + line[1], line[2]));
        return all;
    }

    /** Each operation stands with those of its group. */
    @Bean
    OperationCustomizer grouped() {
        return (operation, handler) -> {
            String group = handler.getBeanType().getPackageName().split("\\.")[2];
            operation.setTags(List.of(TAGS.get(group).getName()));
            return operation;
        };
    }

    /** Each operation says what it does, who may, what it answers otherwise, and has a name that stays. */
    @Bean
    OpenApiCustomizer saidInWords() throws IOException {
        Map<String, String> summaries = summaries();
        ApiExamples examples = ApiExamples.shipped();
        return api -> {
            api.setInfo(new Info().title("Even Harbor").version("1").description(PROMISE));
            api.setServers(null);
            api.setTags(List.copyOf(TAGS.values()));
            api.getComponents()
                    .addSecuritySchemes(
                            TOKEN,
                            new SecurityScheme().type(SecurityScheme.Type.HTTP).scheme("bearer"));
            ApiErrors.describe(api.getComponents());
            api.getPaths()
                    .forEach((path, item) -> item.readOperationsMap().forEach((method, operation) -> {
                        operation.setSummary(summaries.get(method + " " + path));
                        operation.setOperationId(OperationNames.of(method.name(), path));
                        Endpoints.of(method.name(), path).ifPresent(endpoint -> {
                            operation.setDescription(who(endpoint));
                            if (endpoint.reach() != Endpoint.Reach.OPEN) {
                                operation.addSecurityItem(new SecurityRequirement().addList(TOKEN));
                            }
                            if (method == PathItem.HttpMethod.POST && endpoint.reach() != Endpoint.Reach.OPEN) {
                                takesKey(operation);
                            }
                            ApiErrors.add(operation, endpoint);
                        });
                    }));
            ApiSamples.add(api, examples);
        };
    }

    /** Any POST can be sent twice by mistake. */
    private static void takesKey(Operation operation) {
        boolean there = operation.getParameters() != null
                && operation.getParameters().stream().anyMatch(each -> KEY.equals(each.getName()));
        if (!there) {
            operation.addParametersItem(
                    new Parameter().in("header").name(KEY).required(false).schema(new StringSchema()));
        }
    }

    private static String who(Endpoint endpoint) {
        return switch (endpoint.reach()) {
            case OPEN -> "Anyone may ask.";
            case OWN -> "Whoever is signed in, for what is their own.";
            case HARBOR -> "Those who operate the harbor as a whole.";
            case ACCOUNT ->
                "Whoever may " + endpoint.right().orElse(Right.SEE).words() + ", in the account as a whole.";
            case SITE -> "Whoever may " + endpoint.right().orElse(Right.SEE).words() + ", in the site.";
        };
    }

    /** Every member of every record is there in each answer; what may be empty says so by being nullable. */
    @Bean
    @Order(Ordered.HIGHEST_PRECEDENCE)
    OpenApiCustomizer everythingRequired() {
        return api -> {
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
