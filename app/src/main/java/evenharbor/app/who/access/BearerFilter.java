package evenharbor.app.who.access;

import evenharbor.core.who.access.TokenScope;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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

    private static void refuse(HttpServletResponse response, TokenScope.Refusal refusal) throws IOException {
        response.setStatus(HttpStatus.FORBIDDEN.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        response.getWriter()
                .write("{\"type\":\"/problems/out-of-scope\",\"title\":\"This token may not do that\",\"status\":403,"
                        + "\"detail\":\"" + refusal.sentence() + " Nothing was changed.\"}");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (carriesToken(request)) {
            String token = request.getHeader("Authorization")
                    .substring(SCHEME.length())
                    .strip();
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            Optional<AccessTokens.Bearer> bearer = tokens.bearer(token);
            Optional<TokenScope.Refusal> refusal =
                    bearer.flatMap(b -> b.scope().refusal(request.getMethod(), request.getRequestURI()));
            if (refusal.isPresent()) {
                refuse(response, refusal.get());
                return;
            }
            bearer.ifPresent(b -> context.setAuthentication(
                    SignedIn.byToken(b.person(), b.scope().site().orElse(null))));
            SecurityContextHolder.setContext(context);
        }
        chain.doFilter(request, response);
    }
}
