package evenharbor.app.overview.state;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.boot.actuate.autoconfigure.web.ManagementContextConfiguration;
import org.springframework.boot.actuate.autoconfigure.web.ManagementContextType;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Condition;
import org.springframework.context.annotation.ConditionContext;
import org.springframework.context.annotation.Conditional;
import org.springframework.core.type.AnnotatedTypeMetadata;
import org.springframework.web.filter.OncePerRequestFilter;

/** Keeps the port for health and metrics to these: nothing of the application is reached through it. */
@ManagementContextConfiguration(value = ManagementContextType.CHILD, proxyBeanMethods = false)
@Conditional(WatchPort.OfItsOwn.class)
class WatchPort {

    /** The application's own context, which finds this class too, has no parent; that of the port has it as one. */
    static final class OfItsOwn implements Condition {
        @Override
        public boolean matches(ConditionContext context, AnnotatedTypeMetadata metadata) {
            return context.getBeanFactory() != null && context.getBeanFactory().getParentBeanFactory() != null;
        }
    }

    @Bean
    OncePerRequestFilter onlyHealthAndMetrics() {
        return new OncePerRequestFilter() {
            @Override
            protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                    throws ServletException, IOException {
                String path = request.getRequestURI();
                if (path.equals("/health") || path.startsWith("/health/") || path.equals("/prometheus")) {
                    chain.doFilter(request, response);
                } else {
                    response.setStatus(HttpServletResponse.SC_NOT_FOUND);
                }
            }
        };
    }
}
