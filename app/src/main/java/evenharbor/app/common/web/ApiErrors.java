package evenharbor.app.common.web;

import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.Endpoint;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.headers.Header;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.responses.ApiResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** What each operation answers when it is not carried out: problems of RFC 9457, of types that stay. */
final class ApiErrors {

    private static final String PROBLEM = "Problem";
    private static final String PROBLEM_JSON = "application/problem+json";

    private ApiErrors() {}

    /** Adds the form of a problem, with all its types, and what comes with each status. */
    static void describe(Components components) {
        Schema<?> violation = new ObjectSchema()
                .addProperty("field", new StringSchema().description("Its name in the request."))
                .addProperty("sentence", new StringSchema().description("What would be accepted."));
        StringSchema type = new StringSchema();
        type.description("Which problem it is; this stays.");
        Arrays.stream(ProblemType.values()).map(ProblemType::uri).forEach(type::addEnumItem);
        type.addEnumItem("about:blank");
        Schema<Object> problem = new Schema<>();
        problem.type("object");
        problem.addProperty("type", type);
        problem.addProperty("title", new StringSchema().description("The same for all of a type."));
        problem.addProperty("status", new IntegerSchema());
        problem.addProperty(
                "detail", new StringSchema().description("What happened, what is unchanged and what to do."));
        problem.addProperty("instance", new StringSchema());
        problem.addProperty("violations", new ArraySchema().items(violation));
        problem.setRequired(List.of("status", "title"));
        problem.setDescription("RFC 9457");
        components.addSchemas(PROBLEM, problem);
        byStatus().forEach((status, words) -> components.addResponses("Problem" + status, problem(status, words)));
    }

    private static Map<Integer, String> byStatus() {
        return Arrays.stream(ProblemType.values())
                .collect(Collectors.groupingBy(
                        ProblemType::status,
                        TreeMap::new,
                        Collectors.mapping(each -> each.title() + " (" + each.uri() + ")", Collectors.joining("; "))));
    }

    private static ApiResponse problem(int status, String words) {
        ApiResponse response = new ApiResponse()
                .description(words)
                .content(new Content()
                        .addMediaType(
                                PROBLEM_JSON,
                                new MediaType().schema(new ObjectSchema().$ref("#/components/schemas/" + PROBLEM))));
        if (status == 429) {
            response.addHeaderObject(
                    "Retry-After", new Header().description("Seconds to wait").schema(new IntegerSchema()));
        }
        return response;
    }

    /** Adds to an operation what it may answer. */
    static void add(Operation operation, Endpoint endpoint) {
        boolean signedIn = endpoint.reach() != Endpoint.Reach.OPEN;
        boolean takes = operation.getRequestBody() != null || operation.getParameters() != null;
        refer(operation, takes, 400);
        refer(operation, signedIn, 401);
        refer(operation, endpoint.right().isPresent() || !endpoint.method().equals("GET"), 403);
        refer(operation, endpoint.path().contains("{"), 404);
        refer(operation, !endpoint.method().equals("GET"), 409);
        refer(operation, has(operation, "If-Match"), 412);
        refer(operation, has(operation, "Idempotency-Key") || takesFiles(endpoint), 422);
        refer(operation, true, 429);
        refer(operation, true, 500);
    }

    private static boolean takesFiles(Endpoint endpoint) {
        return endpoint.path().contains("/draft/") && !endpoint.method().equals("GET");
    }

    private static boolean has(Operation operation, String header) {
        return operation.getParameters() != null
                && operation.getParameters().stream().anyMatch(each -> header.equals(each.getName()));
    }

    private static void refer(Operation operation, boolean when, int status) {
        if (when) {
            operation
                    .getResponses()
                    .addApiResponse(
                            Integer.toString(status),
                            new ApiResponse().$ref("#/components/responses/Problem" + status));
        }
    }
}
