package evenharbor.app.common.web;

import evenharbor.app.common.problem.Problem;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;
import org.springframework.web.util.UriComponentsBuilder;

/** Each list is answered whole, or page by page where that is asked for, with links to the pages around (RFC 8288). */
@RestControllerAdvice
class ListPages implements ResponseBodyAdvice<Object> {

    private static final String LIMIT = "limit";
    private static final String SKIP = "skip";
    private static final int MOST = 1000;

    @Override
    public boolean supports(MethodParameter returned, Class<? extends HttpMessageConverter<?>> converter) {
        return isList(returned.getGenericParameterType()) && returned.hasMethodAnnotation(GetMapping.class);
    }

    /** Whether a list is answered, be it with fields of its own. */
    private static boolean isList(Type answered) {
        return answered instanceof ParameterizedType type
                && (type.getRawType().equals(List.class)
                        || type.getRawType().equals(ResponseEntity.class) && isList(type.getActualTypeArguments()[0]));
    }

    @Override
    public Object beforeBodyWrite(
            Object body,
            MethodParameter returned,
            MediaType type,
            Class<? extends HttpMessageConverter<?>> converter,
            ServerHttpRequest request,
            ServerHttpResponse response) {
        if (!(body instanceof List<?> all)
                || !(request instanceof ServletServerHttpRequest asked)
                || request.getMethod() != HttpMethod.GET) {
            return body;
        }
        Optional<Integer> limit = number(asked, LIMIT, 1, MOST);
        int skip = number(asked, SKIP, 0, Integer.MAX_VALUE).orElse(0);
        if (limit.isEmpty() && skip == 0) {
            return body;
        }
        int size = limit.orElse(MOST);
        int from = Math.min(skip, all.size());
        int to = Math.min(all.size(), from + size);
        List<String> links = new ArrayList<>();
        if (to < all.size()) {
            links.add(link(request, size, to, "next"));
        }
        if (from > 0) {
            links.add(link(request, size, Math.max(0, from - size), "prev"));
        }
        if (!links.isEmpty()) {
            response.getHeaders().add(HttpHeaders.LINK, String.join(", ", links));
        }
        return all.subList(from, to);
    }

    private static String link(ServerHttpRequest request, int limit, int skip, String relation) {
        return "<"
                + UriComponentsBuilder.fromUri(request.getURI())
                        .scheme(null)
                        .host(null)
                        .port(null)
                        .replaceQueryParam(LIMIT, limit)
                        .replaceQueryParam(SKIP, skip)
                        .build(true)
                        .toUriString()
                + ">; rel=\"" + relation + "\"";
    }

    private static Optional<Integer> number(ServletServerHttpRequest request, String name, int least, int most) {
        String typed = request.getServletRequest().getParameter(name);
        if (typed == null) {
            return Optional.empty();
        }
        try {
            int number = Integer.parseInt(typed);
            if (number >= least && number <= most) {
                return Optional.of(number);
            }
        } catch (NumberFormatException e) {
            // Told below.
        }
        throw Problem.field(
                name, most == MOST ? "Send a number from " + least + " to " + most + "." : "Send a number from 0 on.");
    }

    /** Each operation that answers a list says that it can be asked for page by page. */
    @Bean
    OperationCustomizer pages() {
        return (operation, handler) -> {
            if (isList(handler.getReturnType().getGenericParameterType())
                    && handler.hasMethodAnnotation(GetMapping.class)) {
                IntegerSchema limit = whole(1);
                limit.setMaximum(BigDecimal.valueOf(MOST));
                operation.addParametersItem(parameter(LIMIT).schema(limit));
                operation.addParametersItem(parameter(SKIP).schema(whole(0)));
            }
            return operation;
        };
    }

    private static Parameter parameter(String name) {
        return new Parameter().in("query").name(name).required(false);
    }

    private static IntegerSchema whole(int least) {
        IntegerSchema schema = new IntegerSchema();
        schema.setMinimum(BigDecimal.valueOf(least));
        return schema;
    }
}
