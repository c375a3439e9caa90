package evenharbor.app.common.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;
import org.springframework.web.servlet.HandlerMapping;

/**
 * Answers what breaks around the controllers, such as reading a session while the database is away, as what breaks in them.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class TroubleOnTheWay extends OncePerRequestFilter {

    private static final Logger LOG = LoggerFactory.getLogger(TroubleOnTheWay.class);

    private final HandlerExceptionResolver resolver;

    TroubleOnTheWay(@Qualifier("handlerExceptionResolver") HandlerExceptionResolver resolver) {
        this.resolver = resolver;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException e) {
            if (response.isCommitted()
                    || resolver.resolveException(request, response, null, told(request, e)) == null) {
                throw e;
            }
        }
    }

    /** Once a controller had it, such as where the session cannot be kept afterwards, it may be done. */
    private static Exception told(HttpServletRequest request, RuntimeException e) {
        if (request.getAttribute(HandlerMapping.BEST_MATCHING_HANDLER_ATTRIBUTE) == null) {
            return e;
        }
        LOG.error("It broke after a controller had the request", e);
        return new Problem(
                ProblemType.UNEXPECTED,
                "The harbor broke off, and it is not known whether this was done. Check before you try again.");
    }
}
