package evenharbor.app.common.statement;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.MethodParameter;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpResponse;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;

/**
 * Tells who is signed in how many statements an answer took, so that one that grows with the sites is seen. Nobody else, and
 * with no answer that refuses: the number would tell what is there.
 */
@ControllerAdvice
class StatementTiming implements ResponseBodyAdvice<Object> {

    private static final int FIRST_REFUSAL = 400;

    /** Before the session is read, which asks the database too. */
    @Component
    @Order(Ordered.HIGHEST_PRECEDENCE)
    static class Beginning extends OncePerRequestFilter {
        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            Statements.here().begin();
            chain.doFilter(request, response);
        }
    }

    @Override
    public boolean supports(MethodParameter returned, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public Object beforeBodyWrite(
            Object body,
            MethodParameter returned,
            MediaType type,
            Class<? extends HttpMessageConverter<?>> converter,
            ServerHttpRequest request,
            ServerHttpResponse response) {
        if (request.getPrincipal() != null
                && response instanceof ServletServerHttpResponse servlet
                && servlet.getServletResponse().getStatus() < FIRST_REFUSAL) {
            response.getHeaders().set("Server-Timing", Statements.here().timing());
        }
        return body;
    }
}
