package evenharbor.app.who.access;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Signs a script in by the bearer token it sends, for this one request. */
@Component
public class BearerFilter extends OncePerRequestFilter {

    private static final String SCHEME = "Bearer ";

    private final AccessTokens tokens;

    BearerFilter(AccessTokens tokens) {
        this.tokens = tokens;
    }

    /** Whether a request carries a token; such a request is not forged by a page, for pages cannot send one. */
    public static boolean carriesToken(HttpServletRequest request) {
        String field = request.getHeader("Authorization");
        return field != null && field.startsWith(SCHEME);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (carriesToken(request)) {
            String token = request.getHeader("Authorization")
                    .substring(SCHEME.length())
                    .strip();
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            tokens.personOf(token).ifPresent(person -> context.setAuthentication(new SignedIn(person)));
            SecurityContextHolder.setContext(context);
        }
        chain.doFilter(request, response);
    }
}
