package evenharbor.app.common.web;

import com.google.common.hash.Hashing;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.parameters.Parameter;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.web.util.UriComponents;
import org.springframework.web.util.UriComponentsBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Puts the examples that work into the description, with made-up ids in place of those of the day. */
final class ApiSamples {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Pattern NAME = Pattern.compile("\\{(\\w+)}");

    /** Names that stand for numbers. */
    private static final Set<String> NUMBERS = Set.of("draft", "serial", "price", "zone");

    private static final String LETTERS = "23456789abcdefghjkmnpqrstuvwxyz";
    private static final int ID_LENGTH = 12;

    private ApiSamples() {}

    static void add(OpenAPI api, ApiExamples examples) {
        Map<String, ApiExamples.Call> first = new HashMap<>();
        for (ApiExamples.Call call : examples.calls()) {
            ApiPath.of(api.getPaths().keySet(), pathOf(call))
                    .ifPresent(path -> first.putIfAbsent(call.method() + " " + path, call));
        }
        api.getPaths()
                .forEach((path, item) -> item.readOperationsMap()
                        .forEach((method, operation) -> Optional.ofNullable(first.get(method + " " + path))
                                .ifPresent(call -> add(path, method, operation, call))));
    }

    private static String pathOf(ApiExamples.Call call) {
        return call.path().split("\\?", 2)[0];
    }

    private static void add(String path, PathItem.HttpMethod method, Operation operation, ApiExamples.Call call) {
        Map<String, String> values = ApiPath.values(path, pathOf(call));
        UriComponents asked = UriComponentsBuilder.fromUriString(call.path().replaceAll("[{}]", "~"))
                .build();
        if (operation.getParameters() != null) {
            for (Parameter parameter : operation.getParameters()) {
                switch (parameter.getIn()) {
                    case "path" -> example(parameter, values.get(parameter.getName()));
                    case "query" ->
                        example(
                                parameter,
                                Optional.ofNullable(asked.getQueryParams().getFirst(parameter.getName()))
                                        .map(each -> URLDecoder.decode(each, StandardCharsets.UTF_8))
                                        .orElse(null));
                    case "header" -> {
                        if (parameter.getName().equals("If-Match")) {
                            parameter.setExample("\"7\"");
                        }
                    }
                    default -> throw new IllegalStateException(method + " " + path + " takes " + parameter.getIn());
                }
            }
        }
        if (operation.getRequestBody() != null && call.body().startsWith("{")) {
            MediaType body = operation.getRequestBody().getContent().get("application/json");
            body.setExample(JSON.convertValue(read(filled(call.body())), Object.class));
        }
    }

    private static JsonNode read(String body) {
        return JSON.readTree(body);
    }

    private static void example(Parameter parameter, String written) {
        if (written != null) {
            String value = filled(written);
            boolean number = parameter.getSchema() != null
                    && ("integer".equals(parameter.getSchema().getType())
                            || Optional.ofNullable(parameter.getSchema().getTypes())
                                    .filter(types -> types.contains("integer"))
                                    .isPresent());
            parameter.setExample(number ? Long.valueOf(value) : value);
        }
    }

    /** With something made up for each name in braces. */
    private static String filled(String written) {
        return NAME.matcher(written).replaceAll(name -> madeUp(name.group(1)));
    }

    private static String madeUp(String name) {
        if (NUMBERS.contains(name)) {
            return "7";
        }
        byte[] octets =
                Hashing.sha256().hashString(name, StandardCharsets.UTF_8).asBytes();
        StringBuilder id = new StringBuilder();
        for (int i = 0; i < ID_LENGTH; i++) {
            id.append(LETTERS.charAt((octets[i] & 0xFF) % LETTERS.length()));
        }
        return id.toString();
    }
}
